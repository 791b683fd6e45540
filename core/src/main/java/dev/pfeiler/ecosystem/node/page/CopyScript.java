package dev.pfeiler.ecosystem.node.page;

import com.fasterxml.jackson.databind.node.TextNode;
import dev.pfeiler.ecosystem.node.model.LibraryCopy;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** The program that copies files of packages to where pages expect them. */
public final class CopyScript {
    private CopyScript() {}

    /** The text of the program. */
    public static String text(List<LibraryCopy> copies) {
        Map<String, String> files = new TreeMap<>();
        copies.forEach(copy -> copy.files().forEach((to, from) -> files.put(to, copy.dependency() + "/" + from)));
        StringBuilder list = new StringBuilder();
        files.forEach((to, from) -> list.append("  ")
                .append(quoted(to))
                .append(": ")
                .append(quoted(from))
                .append(",\n"));
        return """
                // Copies files of packages from node_modules to where the pages expect them.
                import { copyFileSync, mkdirSync } from "node:fs";
                import { dirname } from "node:path";

                const files = {
                %s};

                for (const [to, from] of Object.entries(files)) {
                  mkdirSync(dirname(to), { recursive: true });
                  copyFileSync(`node_modules/${from}`, to);
                }
                """
                .formatted(list);
    }

    private static String quoted(String text) {
        return TextNode.valueOf(text).toString();
    }
}
