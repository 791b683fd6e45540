package dev.pfeiler.ecosystem.dotnet.project;

import dev.pfeiler.evidence.Evidence;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** One call of a C# compiler, its options taken apart. Source: the documentation of csc and mcs, compiler options. */
final class CompilerCall {
    /**
     * An embedded file.
     *
     * @param file as it is written
     * @param name in the assembly; empty for that of the file
     */
    record Embedded(String file, String name) {}

    final String folder;
    final Evidence evidence;
    String output = "";
    String kind = "exe";
    final List<String> sources = new ArrayList<>();
    /** Patterns that are looked for in folders below, too. */
    final List<String> recursive = new ArrayList<>();

    final List<String> references = new ArrayList<>();
    final List<String> searched = new ArrayList<>();
    final List<String> packages = new ArrayList<>();
    final List<Embedded> resources = new ArrayList<>();
    final List<String> constants = new ArrayList<>();
    final Map<String, String> settings = new TreeMap<>();
    /** Response files that it takes its words from. */
    final Set<String> responses = new TreeSet<>();

    final Set<String> unknown = new TreeSet<>();

    CompilerCall(String folder, Evidence evidence) {
        this.folder = folder;
        this.evidence = evidence;
    }
}
