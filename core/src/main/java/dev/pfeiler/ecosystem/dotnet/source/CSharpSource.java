package dev.pfeiler.ecosystem.dotnet.source;

import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * What one C# source says.
 *
 * @param attributes of the assembly
 * @param usings the namespaces that it uses
 * @param firstClass the full name of the first class in it; resources that depend on the source are named after it
 * @param mains the full names of classes with a method that a program can start with
 * @param statements whether it starts with statements, so that a program starts with them
 * @param symbols that its conditions ask for
 * @param names all names in it that diagnostics are known by
 * @param version of the language that its syntax needs, as the compiler calls it; empty for what old compilers take
 */
public record CSharpSource(
        String path,
        String text,
        List<AssemblyAttribute> attributes,
        Set<String> usings,
        Optional<String> firstClass,
        List<String> mains,
        boolean statements,
        Set<String> symbols,
        Set<String> names,
        String version) {
    public CSharpSource {
        attributes = List.copyOf(attributes);
        usings = Set.copyOf(usings);
        mains = List.copyOf(mains);
        symbols = Set.copyOf(symbols);
        names = Set.copyOf(names);
    }
}
