package dev.pfeiler.check;

import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.ProjectTree;

/**
 * A part of a tree that is to be checked.
 *
 * @param part the part's own files, with paths relative to its folder
 */
public record CheckRequest(ProjectTree part, Environment environment) {}
