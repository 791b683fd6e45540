package dev.pfeiler.ecosystem.dotnet.project;

import dev.pfeiler.ecosystem.dotnet.evaluation.FileSet;
import dev.pfeiler.script.ScriptCommand;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** Takes calls of C# compilers apart. Source: the documentation of csc and mcs, compiler options and response files. */
final class CompilerOptions {
    private static final Set<String> COMPILERS = Set.of("csc", "mcs", "gmcs", "dmcs", "smcs");
    /** Options that take the next word where no colon follows. */
    private static final Set<String> NEXT = Set.of(
            "out",
            "o",
            "target",
            "t",
            "reference",
            "r",
            "define",
            "d",
            "lib",
            "l",
            "recurse",
            "resource",
            "res",
            "main",
            "m",
            "pkg",
            "keyfile",
            "doc");

    private static final int DEEPEST = 10;

    private final ProjectTree tree;
    private final FileSet files;

    CompilerOptions(ProjectTree tree, FileSet files) {
        this.tree = tree;
        this.files = files;
    }

    /** The call that a command is, if it calls a compiler. */
    Optional<CompilerCall> call(ScriptCommand command) {
        List<String> words = command.words();
        int first = 0;
        // a runtime or a wrapper in front of it
        while (first < words.size() && first < 3 && !isCompiler(words.get(first))) first++;
        if (first >= words.size() || !isCompiler(words.get(first))) return Optional.empty();
        if (first > 0 && !Set.of("mono", "exec", "env", "time").contains(Paths.name(words.get(0))))
            return Optional.empty();
        CompilerCall call = new CompilerCall(command.folder(), command.evidence());
        take(words.subList(first + 1, words.size()), call, 0);
        return Optional.of(call);
    }

    private static boolean isCompiler(String word) {
        String name = Paths.name(word.replace('\\', '/')).toLowerCase(Locale.ROOT);
        return COMPILERS.contains(name.endsWith(".exe") ? Paths.withoutExtension(name) : name);
    }

    private void take(List<String> words, CompilerCall call, int depth) {
        for (int i = 0; i < words.size(); i++) {
            String word = words.get(i);
            if (word.startsWith("@")) {
                response(word.substring(1), call, depth);
                continue;
            }
            boolean dash = word.startsWith("-") && word.length() > 1;
            boolean slash = word.startsWith("/") && isOption(word);
            if (!dash && !slash) {
                call.sources.add(word);
                continue;
            }
            String option = word.substring(word.startsWith("--") ? 2 : 1);
            int colon = option.indexOf(':');
            String name = (colon < 0 ? option : option.substring(0, colon)).toLowerCase(Locale.ROOT);
            String value = colon < 0 ? "" : option.substring(colon + 1);
            boolean next = colon < 0 && NEXT.contains(name) && i + 1 < words.size();
            option(name, next ? words.get(++i) : value, call);
        }
    }

    /** Whether a word that starts with a slash is an option and not a path: its name ends at a colon, or no other slash follows. */
    private boolean isOption(String word) {
        int colon = word.indexOf(':');
        String name = colon < 0 ? word.substring(1) : word.substring(1, colon);
        return name.indexOf('/') < 0;
    }

    private void response(String file, CompilerCall call, int depth) {
        Optional<String> path = files.file(call.folder, file);
        if (path.isEmpty() || depth > DEEPEST || !call.responses.add(path.get())) {
            call.unknown.add("@" + file);
            return;
        }
        try {
            List<String> words = new ArrayList<>();
            for (String line : tree.text(path.get()).lines())
                if (!line.strip().startsWith("#")) words.addAll(ShellText.words(line.replace('\\', '/')));
            take(words, call, depth + 1);
        } catch (IOException e) {
            call.unknown.add("@" + file);
        }
    }

    private static List<String> list(String value) {
        return Arrays.stream(value.split("[,;]"))
                .map(String::strip)
                .filter(part -> !part.isEmpty())
                .toList();
    }

    private void option(String name, String value, CompilerCall call) {
        switch (name) {
            case "out", "o" -> call.output = value.replace('\\', '/');
            case "target", "t" -> call.kind = value.toLowerCase(Locale.ROOT);
            case "reference", "r" ->
                list(value).stream()
                        .map(one -> one.substring(one.indexOf('=') + 1).replace('\\', '/'))
                        .forEach(call.references::add);
            case "lib", "l" -> list(value).forEach(call.searched::add);
            case "pkg" -> call.packages.addAll(list(value));
            case "recurse" -> call.recursive.add(value.replace('\\', '/'));
            case "define", "d" -> call.constants.addAll(list(value));
            case "resource", "res" -> {
                List<String> parts = List.of(value.split(","));
                call.resources.add(new CompilerCall.Embedded(
                        parts.get(0).replace('\\', '/'),
                        parts.size() > 1 ? parts.get(1).strip() : ""));
            }
            case "unsafe", "unsafe+" -> call.settings.put("AllowUnsafeBlocks", "true");
            case "checked", "checked+" -> call.settings.put("CheckForOverflowUnderflow", "true");
            case "main", "m" -> call.settings.put("StartupObject", value);
            case "keyfile" -> {
                call.settings.put("SignAssembly", "true");
                call.settings.put("AssemblyOriginatorKeyFile", value);
            }
            case "delaysign", "delaysign+" -> call.settings.put("DelaySign", "true");
            case "codepage" -> call.settings.put("CodePage", value);
            case "langversion" -> call.settings.put("LangVersion", value);
            case "platform" -> call.settings.put("PlatformTarget", value);
            case "doc" -> call.settings.put("DocumentationFile", value);
            case "nowarn" -> call.settings.merge("NoWarn", value, (one, other) -> one + ";" + other);
            case "warnaserror", "warnaserror+" -> {
                if (value.isEmpty()) call.settings.put("TreatWarningsAsErrors", "true");
            }
            case "win32icon" -> call.settings.put("ApplicationIcon", value);
            case "win32manifest" -> call.settings.put("ApplicationManifest", value);
            case "win32res" -> call.settings.put("Win32Resource", value);
            case "addmodule", "linkresource", "linkres" -> call.unknown.add("-" + name + ":" + value);
            default -> {}
        }
    }

    /** The files that its words for sources mean. */
    List<String> sources(CompilerCall call) {
        List<String> found = new ArrayList<>();
        for (String word : call.sources)
            files.all(call.folder, word).stream()
                    .filter(file -> Paths.extension(file).equals("cs"))
                    .forEach(found::add);
        for (String pattern : call.recursive) {
            String folder = FileSet.path(call.folder, Paths.parent(pattern)).orElse("");
            String last = Paths.name(pattern);
            tree.under(folder)
                    .map(TreeFile::path)
                    .filter(file -> files.all(Paths.parent(file), last).contains(file))
                    .forEach(found::add);
        }
        return found.stream().distinct().toList();
    }
}
