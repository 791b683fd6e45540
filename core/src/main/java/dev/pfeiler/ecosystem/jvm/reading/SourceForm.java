package dev.pfeiler.ecosystem.jvm.reading;

import dev.pfeiler.ecosystem.jvm.language.EntryPoint;
import dev.pfeiler.ecosystem.jvm.language.ModuleDeclaration;
import dev.pfeiler.ecosystem.jvm.language.SourceEncoding;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.SyntaxSign;
import dev.pfeiler.tree.ReadCache;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Writes what a source declares and names to a cache: its components in their order, lists and maps with their size. */
final class SourceForm implements ReadCache.Form<SourceFile> {
    private static final SourceEncoding.Kind[] KINDS = SourceEncoding.Kind.values();

    /** How an 8-bit encoding decodes depends on what the wiring states. */
    @Override
    public boolean isKept(SourceFile source) {
        return source.encoding().kind() != SourceEncoding.Kind.OTHER;
    }

    @Override
    public void write(SourceFile source, ReadCache.Out out) {
        out.text(source.packageName());
        out.number(source.packageLine());
        out.number(source.imports().size());
        for (SourceFile.Import declared : source.imports()) {
            out.text(declared.name());
            out.flag(declared.isStatic());
            out.flag(declared.onDemand());
            out.number(declared.line());
            out.text(declared.written());
        }
        texts(source.types(), out);
        lines(source.qualified(), out);
        texts(source.simple(), out);
        lines(source.strings(), out);
        lines(source.annotations(), out);
        out.number(source.syntax().size());
        for (SyntaxSign sign : source.syntax()) {
            out.number(sign.level());
            out.text(sign.name());
            out.number(sign.line());
        }
        out.flag(source.entryPoint().isPresent());
        source.entryPoint().ifPresent(entry -> {
            out.text(entry.className());
            out.number(entry.line());
        });
        out.flag(source.describesPackage());
        out.flag(source.module().isPresent());
        source.module().ifPresent(module -> {
            out.text(module.name());
            texts(new TreeSet<>(module.requires()), out);
        });
        out.number(source.encoding().kind().ordinal());
    }

    private static void texts(Collection<String> texts, ReadCache.Out out) {
        out.number(texts.size());
        texts.forEach(out::text);
    }

    private static void lines(Map<String, Integer> lines, ReadCache.Out out) {
        out.number(lines.size());
        lines.forEach((text, line) -> {
            out.text(text);
            out.number(line);
        });
    }

    @Override
    public SourceFile read(String path, ReadCache.In in) {
        return new SourceFile(
                path,
                in.text(),
                (int) in.number(),
                imports(in),
                texts(in),
                lines(in),
                texts(in),
                lines(in),
                lines(in),
                syntax(in),
                in.flag() ? Optional.of(new EntryPoint(in.text(), (int) in.number())) : Optional.empty(),
                in.flag(),
                in.flag() ? Optional.of(new ModuleDeclaration(in.text(), Set.copyOf(texts(in)))) : Optional.empty(),
                encoding(in));
    }

    private static List<SourceFile.Import> imports(ReadCache.In in) {
        SourceFile.Import[] all = new SourceFile.Import[(int) in.number()];
        for (int i = 0; i < all.length; i++)
            all[i] = new SourceFile.Import(in.text(), in.flag(), in.flag(), (int) in.number(), in.text());
        return List.of(all);
    }

    private static List<String> texts(ReadCache.In in) {
        String[] all = new String[(int) in.number()];
        Arrays.setAll(all, i -> in.text());
        return List.of(all);
    }

    private static Map<String, Integer> lines(ReadCache.In in) {
        int size = (int) in.number();
        if (size == 0) return Map.of();
        Map<String, Integer> lines = new LinkedHashMap<>(size * 2);
        for (int i = 0; i < size; i++) lines.put(in.text(), (int) in.number());
        return Collections.unmodifiableMap(lines);
    }

    private static List<SyntaxSign> syntax(ReadCache.In in) {
        List<SyntaxSign> signs = new ArrayList<>();
        for (long left = in.number(); left > 0; left--)
            signs.add(new SyntaxSign((int) in.number(), in.text(), (int) in.number()));
        return List.copyOf(signs);
    }

    private static SourceEncoding encoding(ReadCache.In in) {
        SourceEncoding.Kind kind = KINDS[(int) in.number()];
        return kind == SourceEncoding.Kind.ASCII ? SourceEncoding.ASCII : new SourceEncoding(kind, Optional.empty());
    }
}
