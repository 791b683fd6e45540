package dev.pfeiler.ecosystem.go.module;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A {@code go.mod}. Source: the Go modules reference, go.mod files.
 *
 * @param path of the module; empty if the file states none
 * @param go the release, for example {@code 1.18}; empty if the file states none
 * @param required versions by path, in the order of the file
 * @param replaced folders of this project by path
 */
public record ModuleFile(String path, String go, Map<String, Required> required, Map<String, String> replaced) {
    public static final String NAME = "go.mod";

    private static final Pattern COMMENT = Pattern.compile("//.*");

    /** @param indirect whether no package of the module imports one of it */
    public record Required(String version, boolean indirect) {}

    public ModuleFile {
        required = new LinkedHashMap<>(required);
        replaced = new TreeMap<>(replaced);
    }

    public static ModuleFile read(String text) {
        String path = "";
        String go = "";
        Map<String, Required> required = new LinkedHashMap<>();
        Map<String, String> replaced = new TreeMap<>();
        String block = "";
        for (String line : text.lines().toList()) {
            String bare = COMMENT.matcher(line).replaceFirst("").strip();
            if (bare.equals(")")) {
                block = "";
                continue;
            }
            List<String> words = new ArrayList<>(List.of(bare.split("\\s+")));
            if (bare.isEmpty()) continue;
            if (words.size() == 2 && words.get(1).equals("(")) {
                block = words.get(0);
                continue;
            }
            String verb = block.isEmpty() ? words.remove(0) : block;
            words.replaceAll(ModuleFile::unquoted);
            if (verb.equals("module") && words.size() == 1) path = words.get(0);
            else if (verb.equals("go") && words.size() == 1) go = words.get(0);
            else if (verb.equals("require") && words.size() == 2)
                required.put(words.get(0), new Required(words.get(1), line.contains("// indirect")));
            else if (verb.equals("replace") && words.size() > 2 && words.contains("=>"))
                replaced.put(words.get(0), words.get(words.indexOf("=>") + 1));
        }
        return new ModuleFile(path, go, required, replaced);
    }

    private static String unquoted(String word) {
        Matcher matcher = Pattern.compile("[\"`](.*)[\"`]").matcher(word);
        return matcher.matches() ? matcher.group(1) : word;
    }

    /** Its text as the go command formats it: what the module imports itself, then what comes with that. */
    public String text() {
        StringBuilder text = new StringBuilder("module ")
                .append(path)
                .append("\n\ngo ")
                .append(go)
                .append('\n');
        block(text, false);
        block(text, true);
        replaced.forEach((module, folder) -> text.append("\nreplace ")
                .append(module)
                .append(" => ")
                .append(folder)
                .append('\n'));
        return text.toString();
    }

    private void block(StringBuilder text, boolean indirect) {
        Map<String, Required> its = new TreeMap<>(required);
        its.values().removeIf(one -> one.indirect() != indirect);
        if (its.isEmpty()) return;
        String comment = indirect ? " // indirect" : "";
        if (its.size() == 1) {
            its.forEach((module, one) -> text.append("\nrequire ")
                    .append(module)
                    .append(' ')
                    .append(one.version())
                    .append(comment)
                    .append('\n'));
            return;
        }
        text.append("\nrequire (\n");
        its.forEach((module, one) -> text.append('\t')
                .append(module)
                .append(' ')
                .append(one.version())
                .append(comment)
                .append('\n'));
        text.append(")\n");
    }
}
