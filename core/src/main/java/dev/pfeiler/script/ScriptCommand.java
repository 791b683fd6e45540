package dev.pfeiler.script;

import dev.pfeiler.evidence.Evidence;
import java.util.List;

/**
 * A command that a script runs, with its variables replaced.
 *
 * @param words the program and its arguments, without quotes
 * @param folder in which it runs
 */
public record ScriptCommand(List<String> words, String folder, Evidence evidence) {
    public ScriptCommand {
        words = List.copyOf(words);
    }
}
