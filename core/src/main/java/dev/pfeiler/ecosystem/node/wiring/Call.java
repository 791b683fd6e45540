package dev.pfeiler.ecosystem.node.wiring;

import dev.pfeiler.evidence.Evidence;
import java.util.List;

/**
 * One command of a script.
 *
 * @param tool the program's name, without its folder
 * @param arguments what follows it
 * @param folder in which it runs, within the tree
 * @param text the command as a package script can run it
 */
public record Call(String tool, List<String> arguments, String folder, String text, Evidence evidence) {
    public Call {
        arguments = List.copyOf(arguments);
    }
}
