package dev.pfeiler.conversion;

/**
 * A change that a user made to a converted tree and that keeps the original from being restored.
 *
 * @param path of the file now, or where it was
 * @param what was done to it, in words
 * @param keepingMine what happens to it if the user's work is kept
 * @param takingOld what happens to it if the old file is wanted
 */
public record LaterEdit(String path, String what, String keepingMine, String takingOld) {}
