package dev.pfeiler.ecosystem.node.model;

/**
 * What a package is called, and what it says of itself; empty texts where it says nothing.
 *
 * @param license by its SPDX identifier
 */
public record Identity(String name, String version, String description, String license) {}
