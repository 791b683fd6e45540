package dev.pfeiler.ecosystem;

/**
 * A build tool that parts can be converted for.
 *
 * @param id by which people choose it
 */
public record Target(String id, String title) {}
