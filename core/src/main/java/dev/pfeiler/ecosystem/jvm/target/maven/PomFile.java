package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.repository.Declaration;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.maven.model.Dependency;
import org.apache.maven.model.Model;
import org.apache.maven.model.io.xpp3.MavenXpp3Reader;
import org.codehaus.plexus.util.xml.pull.XmlPullParserException;

/** A Maven descriptor that a person keeps: what it declares, together with its parents in the same tree. */
public final class PomFile {
    public static final String NAME = "pom.xml";
    private static final Pattern REFERENCE = Pattern.compile("\\$\\{([^}]+)\\}");
    private static final int DEEPEST = 10;

    private final Text text;
    private final List<Model> models = new ArrayList<>();
    private final Map<String, String> properties = new LinkedHashMap<>();

    private PomFile(Text text) {
        this.text = text;
    }

    /**
     * Reads the descriptor at the top of a tree.
     *
     * @throws Refusal where it cannot be read
     */
    public static PomFile read(ProjectTree tree) {
        try {
            PomFile file = new PomFile(tree.text(NAME));
            String path = NAME;
            Model model = parse(path, file.text.content());
            for (int depth = 0; depth < DEEPEST; depth++) {
                file.models.add(model);
                if (model.getParent() == null) break;
                String above = model.getParent().getRelativePath();
                Optional<String> parent = Paths.normal(Paths.join(Paths.parent(path), above))
                        .map(p -> p.endsWith(".xml") ? p : Paths.join(p, NAME))
                        .filter(tree::has);
                if (parent.isEmpty()) break;
                path = parent.get();
                model = parse(path, tree.text(path).content());
            }
            file.collectProperties();
            return file;
        } catch (IOException e) {
            throw Refusal.inputOutput(NAME + " cannot be read: " + e, "Look at its rights.", e);
        }
    }

    private static Model parse(String path, String content) {
        try {
            return new MavenXpp3Reader().read(new StringReader(content), false);
        } catch (XmlPullParserException | IOException e) {
            throw Refusal.notPossible(
                    path + " is no descriptor: "
                            + String.valueOf(e.getMessage()).lines().findFirst().orElse(""),
                    "Mend it first.");
        }
    }

    private void collectProperties() {
        for (Model model : models) {
            model.getProperties().forEach((key, value) -> properties.putIfAbsent(key.toString(), value.toString()));
            put("project.version", model.getVersion());
            put("project.groupId", model.getGroupId());
            if (model.getParent() != null) {
                put("project.version", model.getParent().getVersion());
                put("project.groupId", model.getParent().getGroupId());
            }
        }
    }

    private void put(String key, String value) {
        if (value != null) properties.putIfAbsent(key, value);
    }

    public Text text() {
        return text;
    }

    /** The Java level that it states; 8 where it states none. */
    public int level() {
        for (String key :
                List.of("maven.compiler.release", "maven.compiler.target", "maven.compiler.source", "java.version")) {
            String value = expand(properties.getOrDefault(key, "")).replaceFirst("^1\\.", "");
            if (value.matches("\\d+")) return Integer.parseInt(value);
        }
        return 8;
    }

    private String expand(String written) {
        String current = written == null ? "" : written;
        for (int depth = 0; depth < DEEPEST && current.contains("${"); depth++) {
            Matcher matcher = REFERENCE.matcher(current);
            StringBuilder next = new StringBuilder();
            while (matcher.find()) {
                String value = properties.getOrDefault(matcher.group(1), matcher.group());
                matcher.appendReplacement(next, Matcher.quoteReplacement(value));
            }
            matcher.appendTail(next);
            if (next.toString().equals(current)) break;
            current = next.toString();
        }
        return current;
    }

    /** The versions that are stated for dependencies wherever they come from, by group and artifact. */
    public Map<String, Coordinates> managed() {
        Map<String, Coordinates> managed = new LinkedHashMap<>();
        for (Model model : models) {
            if (model.getDependencyManagement() == null) continue;
            for (Dependency d : model.getDependencyManagement().getDependencies()) {
                coordinates(d, Map.of()).ifPresent(c -> managed.putIfAbsent(c.key(), c));
            }
        }
        return managed;
    }

    private Optional<Coordinates> coordinates(Dependency d, Map<String, Coordinates> managed) {
        String classifier = expand(d.getClassifier());
        Coordinates named = new Coordinates(expand(d.getGroupId()), expand(d.getArtifactId()), "", classifier);
        String version = expand(d.getVersion());
        if (version.isEmpty() && managed.containsKey(named.key()))
            version = managed.get(named.key()).version();
        return version.isEmpty() || version.contains("${") ? Optional.empty() : Optional.of(named.withVersion(version));
    }

    /** What is declared, with versions; what has none here is left out. */
    public List<Declaration> declarations() {
        Map<String, Coordinates> managed = managed();
        List<Declaration> declarations = new ArrayList<>();
        for (Model model : models) {
            for (Dependency d : model.getDependencies()) {
                Set<String> exclusions = d.getExclusions().stream()
                        .map(e -> e.getGroupId() + ":" + e.getArtifactId())
                        .collect(Collectors.toSet());
                String scope = d.getScope() == null ? "compile" : d.getScope();
                coordinates(d, managed).ifPresent(c -> declarations.add(new Declaration(c, scope, exclusions)));
            }
        }
        return declarations;
    }

    /** Whether the descriptor itself declares an artifact. */
    public boolean declares(String key) {
        return models.get(0).getDependencies().stream()
                .anyMatch(d -> (expand(d.getGroupId()) + ":" + expand(d.getArtifactId())).equals(key));
    }
}
