package dev.pfeiler.ecosystem.jvm.layout;

/**
 * A file with its role.
 *
 * @param path within the tree
 * @param relative its path below the folder of its role
 * @param folder the folder that gave it its role
 * @param why why it has another role than its folder; empty if it has the same
 */
public record Placement(String path, Role role, String relative, Folder folder, String why) {}
