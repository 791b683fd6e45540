package dev.pfeiler.conversion;

/**
 * Something a person has done to a converted tree, which is in the way of putting the old one back.
 *
 * @param path of the file now, or where it was
 * @param what was done to it, in words
 * @param keepingMine what happens to it if the person's work is kept
 * @param takingOld what happens to it if the old file is wanted
 */
public record LaterEdit(String path, String what, String keepingMine, String takingOld) {}
