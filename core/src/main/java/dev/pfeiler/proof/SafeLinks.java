package dev.pfeiler.proof;

import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/**
 * Which addresses of a running program a proof may request. A GET request should change nothing (RFC 9110, 9.2.1), but
 * programs have links that end a session or delete what they name.
 */
public final class SafeLinks {
    /** In a path or a query, as a word of its own, and in any letter case. */
    private static final Set<String> UNSAFE = Set.of(
            "logout",
            "logoff",
            "signout",
            "signoff",
            "delete",
            "del",
            "remove",
            "rm",
            "destroy",
            "drop",
            "truncate",
            "purge",
            "erase",
            "wipe",
            "clear",
            "reset",
            "cancel",
            "unsubscribe",
            "deactivate",
            "disable",
            "shutdown",
            "restart",
            "reboot",
            "stop",
            "kill",
            "pay",
            "checkout",
            "uninstall");

    private SafeLinks() {}

    /** Whether an address may be requested; its host does not count. */
    public static boolean isSafe(String pathAndQuery) {
        StringBuilder word = new StringBuilder();
        String text = pathAndQuery + " ";
        String before = "";
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            // deleteUser and delete-user are two words each
            boolean ends = !Character.isLetter(c)
                    || Character.isUpperCase(c) && i > 0 && Character.isLowerCase(text.charAt(i - 1));
            if (ends && !word.isEmpty()) {
                String one = word.toString().toLowerCase(Locale.ROOT);
                if (UNSAFE.contains(one) || UNSAFE.contains(before + one)) return false;
                before = one;
                word.setLength(0);
            }
            if (Character.isLetter(c)) word.append(c);
        }
        return true;
    }

    /** What is said of addresses that were not requested; nothing if all were. */
    public static Optional<String> note(Collection<String> all) {
        List<String> unsafe =
                all.stream().filter(path -> !isSafe(path)).sorted().toList();
        if (unsafe.isEmpty()) return Optional.empty();
        String more = unsafe.size() > 5 ? " and " + (unsafe.size() - 5) + " more" : "";
        return Optional.of("Not requested, as they may change something: "
                + String.join(", ", unsafe.subList(0, Math.min(5, unsafe.size()))) + more + ".");
    }
}
