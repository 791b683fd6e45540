package dev.pfeiler.creation;

import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.fresh.FreshProject;
import dev.pfeiler.tree.Trees;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** The folder of a fresh project. */
public final class FreshFolder {
    private static final Pattern HARMLESS =
            Pattern.compile("\\.git|\\.hg|\\.svn|\\.gitattributes|(?i)(licen[cs]e|copying)(\\..*)?");

    private FreshFolder() {}

    /**
     * Writes a project into a folder that does not exist or holds nothing but version control and a licence.
     *
     * @throws Refusal if something else is there; nothing is overwritten
     */
    public static void write(Path folder, FreshProject project) {
        check(folder);
        List<Path> written = new ArrayList<>();
        try {
            for (Map.Entry<String, String> file : project.files().entrySet()) {
                Path path = folder.resolve(file.getKey());
                Files.createDirectories(path.getParent());
                Files.writeString(path, file.getValue(), StandardOpenOption.CREATE_NEW);
                written.add(path);
                if (file.getValue().startsWith("#!")) path.toFile().setExecutable(true, false);
            }
            // last: a build that lists a module which is not there yet does not start
            if (project.listing().isPresent()) {
                FreshProject.Listing listing = project.listing().get();
                Trees.replace(
                        listing.root().resolve(listing.edit().path()),
                        listing.edit().bytes());
            }
        } catch (IOException e) {
            throw Refusal.inputOutput(
                    "Cannot write into " + folder + ": " + e,
                    "Check its permissions; " + written.size() + " files were written.",
                    e);
        }
    }

    /** Refuses a folder that is not as good as empty. */
    public static void check(Path folder) {
        if (!Files.exists(folder)) return;
        if (!Files.isDirectory(folder))
            throw Refusal.notPossible(folder + " is not a directory.", "Pass the name of a new one.");
        try (Stream<Path> files = Files.list(folder)) {
            Optional<String> other = files.map(file -> file.getFileName().toString())
                    .filter(name -> !HARMLESS.matcher(name).matches())
                    .sorted()
                    .findFirst();
            if (other.isPresent())
                throw Refusal.notPossible(
                        folder + " is not empty: it contains " + other.get() + ".",
                        "Pass a new directory, or convert what is there with pfeiler convert.");
        } catch (IOException e) {
            throw Refusal.inputOutput("Cannot read " + folder + ": " + e, "Check its permissions.", e);
        }
    }
}
