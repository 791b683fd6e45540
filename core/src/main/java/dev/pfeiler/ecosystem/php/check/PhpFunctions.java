package dev.pfeiler.ecosystem.php.check;

import java.util.Map;

/** The releases of PHP that brought functions. Source: the migration guides of the PHP manual. */
final class PhpFunctions {
    static final Map<String, String> SINCE = Map.ofEntries(
            Map.entry("random_int", "7.0"),
            Map.entry("random_bytes", "7.0"),
            Map.entry("intdiv", "7.0"),
            Map.entry("is_iterable", "7.1"),
            Map.entry("spl_object_id", "7.2"),
            Map.entry("mb_chr", "7.2"),
            Map.entry("mb_ord", "7.2"),
            Map.entry("array_key_first", "7.3"),
            Map.entry("array_key_last", "7.3"),
            Map.entry("is_countable", "7.3"),
            Map.entry("hrtime", "7.3"),
            Map.entry("mb_str_split", "7.4"),
            Map.entry("str_contains", "8.0"),
            Map.entry("str_starts_with", "8.0"),
            Map.entry("str_ends_with", "8.0"),
            Map.entry("get_debug_type", "8.0"),
            Map.entry("get_resource_id", "8.0"),
            Map.entry("fdiv", "8.0"),
            Map.entry("array_is_list", "8.1"),
            Map.entry("enum_exists", "8.1"),
            Map.entry("fsync", "8.1"),
            Map.entry("ini_parse_quantity", "8.2"),
            Map.entry("json_validate", "8.3"),
            Map.entry("str_increment", "8.3"),
            Map.entry("mb_str_pad", "8.3"),
            Map.entry("array_find", "8.4"),
            Map.entry("array_any", "8.4"),
            Map.entry("array_all", "8.4"),
            Map.entry("mb_trim", "8.4"));

    private PhpFunctions() {}
}
