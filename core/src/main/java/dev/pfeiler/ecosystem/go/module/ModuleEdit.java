package dev.pfeiler.ecosystem.go.module;

import java.util.ArrayList;
import java.util.List;

/** Adds requirements to the text of a descriptor, and leaves all else as it is. */
public final class ModuleEdit {
    private static final String BLOCK = "require (";

    private ModuleEdit() {}

    /** The text with one more requirement: in the first block of direct ones, by its path, else behind what is there. */
    public static String requiring(String text, String path, String version) {
        String end = text.contains("\r\n") ? "\r\n" : "\n";
        List<String> lines = new ArrayList<>(List.of(text.split("\r?\n", -1)));
        int open = block(lines);
        if (open >= 0) {
            int at = open + 1;
            while (!lines.get(at).strip().equals(")") && !isBehind(lines.get(at), path)) at++;
            lines.add(at, "\t" + path + " " + version);
            return String.join(end, lines);
        }
        int last = lines.size();
        while (last > 0 && lines.get(last - 1).isBlank()) last--;
        int behind = last;
        for (int i = 0; i < last; i++)
            if (lines.get(i).startsWith("go ") || lines.get(i).startsWith("toolchain ")) behind = i + 1;
        lines.addAll(behind, List.of("", "require " + path + " " + version));
        return String.join(end, lines);
    }

    /** The line that opens a block with something direct in it; -1 if there is none. */
    private static int block(List<String> lines) {
        for (int i = 0; i < lines.size(); i++) {
            if (!lines.get(i).strip().equals(BLOCK)) continue;
            boolean direct = false;
            int k = i + 1;
            for (; k < lines.size() && !lines.get(k).strip().equals(")"); k++)
                direct |= !lines.get(k).isBlank() && !lines.get(k).contains("// indirect");
            if (direct && k < lines.size()) return i;
        }
        return -1;
    }

    private static boolean isBehind(String line, String path) {
        String first = line.strip();
        return !first.isEmpty() && !first.startsWith("//") && first.compareTo(path) > 0;
    }
}
