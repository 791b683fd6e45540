package dev.pfeiler.ecosystem.jvm.library;

import dev.pfeiler.artifact.archive.ClassFile;
import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.language.ClassNames;
import dev.pfeiler.ecosystem.jvm.language.Names;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.library.Usage.Way;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.io.InputStream;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Finds the libraries that a program does not need to run: it uses annotations of them that a running program does not
 * see, and they hold nothing else but annotation processors.
 */
public final class CompileOnlyJars {
    private static final Logger LOG = LoggerFactory.getLogger(CompileOnlyJars.class);

    private final ProjectTree tree;

    public CompileOnlyJars(ProjectTree tree) {
        this.tree = tree;
    }

    public Set<Jar> of(List<Jar> jars, Collection<SourceFile> main, Usage usage) {
        Set<Jar> found = new HashSet<>();
        for (Jar jar : jars) {
            if (!usage.uses(Way.MAIN, jar) || usage.uses(Way.BY_NAME, jar)) continue;
            Set<String> files = new HashSet<>();
            usage.evidence(jar, Way.MAIN).forEach(evidence -> files.add(evidence.file()));
            List<SourceFile> users = main.stream()
                    .filter(source -> files.contains(source.path()))
                    .toList();
            if (isCompileOnly(jar, users)) found.add(jar);
        }
        return found;
    }

    private boolean isCompileOnly(Jar jar, List<SourceFile> users) {
        Names<Jar> names = new Names<>();
        names.add(jar, jar.classes());
        Set<String> seen = new HashSet<>();
        try (ZipFile zip = new ZipFile(tree.onDisk(jar.path()).toFile())) {
            for (SourceFile source : users) {
                for (String name : names.classes(source)) {
                    if (seen.add(name) && !leavesNoTrace(zip, name)) return false;
                }
            }
            if (!jar.offersProcessor() && !hasNothingElse(zip, jar)) return false;
        } catch (IOException e) {
            LOG.debug("{}", jar.path(), e);
            return false;
        }
        return !seen.isEmpty();
    }

    /** Generated sources may use the other classes of a jar, unless it is the processor itself. */
    private static boolean hasNothingElse(ZipFile zip, Jar jar) throws IOException {
        for (String name : jar.classes()) if (!name.endsWith("package-info") && !leavesNoTrace(zip, name)) return false;
        return true;
    }

    private static boolean leavesNoTrace(ZipFile zip, String className) throws IOException {
        ZipEntry entry = zip.getEntry(ClassNames.file(className));
        if (entry == null) return false;
        try (InputStream in = zip.getInputStream(entry)) {
            return ClassFile.isForCompilerOnly(in.readNBytes(16 << 20));
        } catch (RuntimeException e) {
            // not a class file, or one of a later format
            LOG.debug("{} in {}", className, zip.getName(), e);
            return false;
        }
    }
}
