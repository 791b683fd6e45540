package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.check.Change;
import dev.pfeiler.ecosystem.jvm.dependency.ClassPathRules;
import dev.pfeiler.ecosystem.jvm.managed.DeclaredArtifact;
import dev.pfeiler.ecosystem.jvm.managed.DescriptorEdits;
import dev.pfeiler.ecosystem.jvm.managed.ManagedJvmBuild;
import dev.pfeiler.ecosystem.jvm.managed.ManagedModule;
import dev.pfeiler.ecosystem.jvm.managed.ResourceFolder;
import dev.pfeiler.ecosystem.jvm.managed.SourceFolders;
import dev.pfeiler.ecosystem.jvm.managed.StatedSetting;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.PathSelection;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** The build scripts of a build and of the projects that its settings include, read as text. */
final class ManagedScripts implements ManagedJvmBuild {
    static final Pattern PROJECT =
            Pattern.compile("(?m)^[ \\t]*(\\w+)[ (]+project\\s*\\(\\s*(?:path\\s*[:=]\\s*)?[\"']:([\\w.:-]+)[\"']");
    private static final Pattern ACCESSOR = Pattern.compile("(?m)^[ \\t]*(\\w+)[ (]+(?:libs|projects)\\.[\\w.]+");
    private static final Pattern VARIABLE =
            Pattern.compile("(?m)^\\s*(?:def|val|ext\\.|extra\\[\")?\\s*(\\w+)(?:\"\\])?\\s*=\\s*[\"']([\\w.-]+)[\"']");
    private static final Pattern REFERENCE = Pattern.compile("\\$\\{?(?:rootProject\\.)?(?:ext\\.)?(\\w+)\\}?");
    private static final Pattern NAME = Pattern.compile("rootProject\\.name\\s*=\\s*['\"]([^'\"]*)['\"]");
    private static final Pattern ASSIGNED = Pattern.compile("(?m)^\\s*(group|version)\\s*=?\\s*['\"]([^'\"$]*)['\"]");
    private static final Pattern ENCODING = Pattern.compile("options\\.encoding\\s*=\\s*['\"]([\\w-]+)['\"]");
    private static final Pattern LEVEL = Pattern.compile(
            "(options\\.release|sourceCompatibility|targetCompatibility|JavaLanguageVersion\\.of)(?:\\.set)?\\s*[=(]?\\s*"
                    + "['\"]?(?:JavaVersion\\.)?(?:VERSION_)?(1[._]\\d|\\d{1,2})\\b");
    private static final Pattern FOLDERS = Pattern.compile("srcDirs?\\b([^\\n}]*)");
    private static final Pattern ARCHIVE_NAME = Pattern.compile(
            "\\b(?:archivesBaseName|archiveBaseName|archiveName|archiveFileName|baseName|archiveVersion|archiveClassifier|classifier)\\b");
    private static final Pattern APPLICATION_NAME = Pattern.compile("\\bapplicationName\\s*=\\s*['\"]([^'\"]+)['\"]");
    private static final Pattern APPLICATION = plugin("application");
    private static final Pattern WAR = plugin("war");
    private static final Pattern CODE = plugin(
            "(?:java(?:-library|-gradle-plugin)?|groovy|scala|application|war|org\\.jetbrains\\.kotlin\\.jvm|kotlin)");
    private static final Pattern PLATFORM = Pattern.compile("useJUnitPlatform\\s*\\(");
    private static final Pattern CONDITION = Pattern.compile("(?m)^\\s*(?:if|for|while|switch)\\b|\\.each\\b");

    private final ProjectTree tree;
    private final Repositories repositories;
    private final Map<String, List<ScriptPart>> parts = new TreeMap<>();
    private final Map<String, String> variables = new LinkedHashMap<>();
    private final String name;
    private final List<ManagedModule> modules;

    private ManagedScripts(ProjectTree tree, Repositories repositories) {
        this.tree = tree;
        this.repositories = repositories;
        Optional<ScriptPart> settings = settings();
        this.name = settings.flatMap(part -> part.first(NAME))
                .map(found -> found.group(1))
                .orElse(tree.name());
        Optional<ScriptPart> top = script("");
        top.ifPresent(part -> parts.put("", inForce(part, List.of("allprojects"))));
        for (String folder : included()) {
            List<ScriptPart> all = new ArrayList<>();
            top.ifPresent(part -> {
                all.addAll(part.blocks("allprojects"));
                all.addAll(part.blocks("subprojects"));
            });
            script(folder).ifPresent(part -> all.addAll(inForce(part, List.of())));
            if (script(folder).isPresent()) parts.put(folder, all);
        }
        parts.values().forEach(all -> all.forEach(this::variables));
        properties();
        this.modules = parts.keySet().stream().map(this::module).toList();
    }

    private static Pattern plugin(String id) {
        return Pattern.compile("apply\\s*(?:\\(\\s*)?plugin\\s*[:=]\\s*['\"]" + id + "['\"]|\\bid\\s*\\(?\\s*['\"]" + id
                + "['\"]|plugins\\s*\\{[^}]*(?<![\\w.-])`?" + id + "`?(?![\\w.-])|kotlin\\(\"jvm\"\\)");
    }

    /** The scripts of a tree; nothing if there is none at its top. */
    static Optional<ManagedScripts> read(ProjectTree tree, Repositories repositories) {
        ManagedScripts scripts = new ManagedScripts(tree, repositories);
        return scripts.parts.isEmpty() ? Optional.empty() : Optional.of(scripts);
    }

    /** The script itself, and blocks in it that are for its own project too. */
    private static List<ScriptPart> inForce(ScriptPart script, List<String> blocks) {
        List<ScriptPart> all = new ArrayList<>();
        for (String block : blocks) all.addAll(script.blocks(block));
        all.add(script.without("subprojects").without("allprojects"));
        return all;
    }

    ProjectTree tree() {
        return tree;
    }

    /** The stretches that are in force, by the folders of modules. */
    Map<String, List<ScriptPart>> parts() {
        return parts;
    }

    /** The settings, if there are any. */
    Optional<ScriptPart> settings() {
        return GradleBuild.SETTINGS.stream().filter(tree::has).findFirst().map(file -> whole(file));
    }

    private Optional<ScriptPart> script(String folder) {
        for (ScriptSyntax syntax : ScriptSyntax.values()) {
            String path = Paths.join(folder, GradleWriter.descriptor(syntax));
            if (tree.has(path)) return Optional.of(whole(path));
        }
        return Optional.empty();
    }

    private ScriptPart whole(String path) {
        try {
            String content = tree.text(path).content();
            return new ScriptPart(path, content, 0, content.length());
        } catch (IOException e) {
            throw Refusal.inputOutput("Cannot read " + path + ": " + e, "Check its permissions.", e);
        }
    }

    /** The folders of the projects that the settings include. */
    List<String> included() {
        List<String> folders = new ArrayList<>();
        settings().ifPresent(settings -> {
            Matcher include = settings.matcher(GradleBuild.INCLUDE);
            while (include.find()) {
                if (settings.isComment(include.start())) continue;
                Matcher path = GradleBuild.QUOTED.matcher(include.group());
                while (path.find()) folders.add(folder(path.group(1)));
            }
        });
        return folders;
    }

    static String folder(String project) {
        return Paths.withoutRoot(project.replace(':', '/'));
    }

    private void variables(ScriptPart part) {
        Matcher matcher = part.matcher(VARIABLE);
        while (matcher.find()) variables.putIfAbsent(matcher.group(1), matcher.group(2));
    }

    private void properties() {
        if (!tree.has("gradle.properties")) return;
        tree.lines(tree.file("gradle.properties").orElseThrow(), 1 << 16).forEach(line -> {
            int equals = line.indexOf('=');
            if (equals > 0)
                variables.putIfAbsent(
                        line.substring(0, equals).strip(),
                        line.substring(equals + 1).strip());
        });
    }

    /** A version with the variables in it replaced; empty if one is not known. */
    private String version(String written) {
        Matcher matcher = REFERENCE.matcher(written);
        StringBuilder text = new StringBuilder();
        while (matcher.find()) {
            String value = variables.get(matcher.group(1));
            if (value == null) return "";
            matcher.appendReplacement(text, Matcher.quoteReplacement(value));
        }
        matcher.appendTail(text);
        // ranges and newest versions are settled by the tool
        return text.toString().matches("\\d[\\w.-]*") ? text.toString() : "";
    }

    private Optional<Matcher> first(List<ScriptPart> all, Pattern pattern) {
        Optional<Matcher> last = Optional.empty();
        for (ScriptPart part : all) {
            Optional<Matcher> found = part.first(pattern);
            if (found.isPresent()) last = found;
        }
        return last;
    }

    private boolean has(List<ScriptPart> all, Pattern pattern) {
        return first(all, pattern).isPresent();
    }

    private ManagedModule module(String folder) {
        List<ScriptPart> all = parts.get(folder);
        Coordinates identity = identity(folder);
        return new ManagedModule(
                folder,
                all.get(all.size() - 1).file(),
                identity,
                has(all, WAR) ? "war" : has(all, CODE) ? "jar" : "pom",
                declared(all),
                unread(all),
                Map.of(),
                folders(folder, all),
                levels(all),
                encoding(all),
                outputs(folder, all, identity));
    }

    /** Where the text of a match starts, which may begin with the ends of lines. */
    private static int textOf(ScriptPart part, int at) {
        int start = at;
        while (Character.isWhitespace(part.content().charAt(start))) start++;
        return start;
    }

    private static List<Evidence> unread(List<ScriptPart> all) {
        return all.stream()
                .flatMap(part -> part.blocks("dependencies").stream())
                .flatMap(part -> Stream.of(ACCESSOR, CONDITION)
                        .flatMap(pattern -> part.matcher(pattern).results())
                        .map(match -> textOf(part, match.start()))
                        .filter(at -> !part.isComment(at))
                        .map(at -> part.place(at)))
                .distinct()
                .sorted(Comparator.comparing(Evidence::file).thenComparing(Evidence::line))
                .toList();
    }

    private List<DeclaredArtifact> declared(List<ScriptPart> all) {
        Map<String, DeclaredArtifact> declared = new LinkedHashMap<>();
        for (Written one : written(all)) {
            Optional<Scope> scope = scope(one.configuration());
            if (scope.isEmpty()) continue;
            boolean passedOn = Set.of("api", "compile").contains(one.configuration());
            DeclaredArtifact artifact =
                    new DeclaredArtifact(one.coordinates(), scope.get(), Set.of(), passedOn, false, one.place());
            // for the program and for tests: the wider one is what it is compiled with
            declared.merge(
                    artifact.key(),
                    artifact,
                    (first, next) -> first.scope().compareTo(next.scope()) <= 0 ? first : next);
        }
        return List.copyOf(declared.values());
    }

    /** A declaration as it is written. */
    record Written(String configuration, Coordinates coordinates, Evidence place) {}

    /** The declarations of stretches, in their order. */
    List<Written> written(List<ScriptPart> all) {
        List<Written> written = new ArrayList<>();
        for (ScriptPart part : all)
            for (ScriptPart block : part.blocks("dependencies")) {
                Matcher together = block.matcher(GradleBuild.DECLARED);
                while (together.find()) {
                    if (block.isComment(together.start(1)) || together.group().contains("platform(")) continue;
                    String classifier = Optional.ofNullable(together.group(6)).orElse("");
                    written.add(new Written(
                            together.group(1),
                            new Coordinates(
                                    together.group(3),
                                    together.group(4),
                                    version(Optional.ofNullable(together.group(5))
                                            .orElse("")),
                                    classifier),
                            block.place(together.start(1))));
                }
                Matcher apart = block.matcher(GradleBuild.APART);
                while (apart.find()) {
                    if (block.isComment(apart.start(1))) continue;
                    written.add(new Written(
                            apart.group(1),
                            new Coordinates(
                                    apart.group(2),
                                    apart.group(3),
                                    version(Optional.ofNullable(apart.group(4)).orElse(""))),
                            block.place(apart.start(1))));
                }
                Matcher project = block.matcher(PROJECT);
                while (project.find()) {
                    if (block.isComment(project.start(1))) continue;
                    written.add(new Written(
                            project.group(1), identity(folder(project.group(2))), block.place(project.start(1))));
                }
            }
        return written;
    }

    /** What a module of the build is called, by its folder. */
    private Coordinates identity(String folder) {
        List<ScriptPart> all = parts.getOrDefault(folder, List.of());
        Map<String, String> assigned = new LinkedHashMap<>();
        for (ScriptPart part : all) {
            Matcher matcher = part.matcher(ASSIGNED);
            while (matcher.find()) assigned.put(matcher.group(1), matcher.group(2));
        }
        return new Coordinates(
                assigned.getOrDefault("group", ""),
                folder.isEmpty() ? name : Paths.name(folder),
                assigned.getOrDefault("version", variables.getOrDefault("version", "")));
    }

    /** The scope that a configuration of Gradle's own plug-ins corresponds to. */
    static Optional<Scope> scope(String configuration) {
        if (configuration.equals("api")) return Optional.of(Scope.COMPILE);
        if (configuration.matches("test(?:Runtime|RuntimeOnly|CompileOnly)")) return Optional.of(Scope.TEST);
        if (configuration.matches("compileOnlyApi|providedRuntime")) return Optional.of(Scope.PROVIDED);
        return GradleBuild.CONFIGURATIONS.entrySet().stream()
                .filter(entry -> entry.getValue().contains(configuration))
                .map(Map.Entry::getKey)
                .findFirst();
    }

    private SourceFolders folders(String folder, List<ScriptPart> all) {
        List<String> main = new ArrayList<>();
        List<String> tests = new ArrayList<>();
        for (String language : List.of("java", "kotlin", "groovy", "scala")) {
            main.addAll(sources(folder, all, "main", language));
            tests.addAll(sources(folder, all, "test", language));
        }
        String web = Paths.join(folder, "src/main/webapp");
        return new SourceFolders(
                main,
                tests,
                resources(sources(folder, all, "main", "resources")),
                resources(sources(folder, all, "test", "resources")),
                Optional.of(web).filter(path -> tree.under(path).findAny().isPresent()));
    }

    private static List<ResourceFolder> resources(List<String> folders) {
        return folders.stream()
                .map(path -> new ResourceFolder(path, PathSelection.ALL, ""))
                .toList();
    }

    /** The folders of a source set: those that scripts state, in place of the conventional one or beside it. */
    private List<String> sources(String folder, List<ScriptPart> all, String set, String kind) {
        List<String> found = new ArrayList<>(List.of(Paths.join(folder, "src/" + set + "/" + kind)));
        for (Matcher stated : statedFolders(all, set, kind)) {
            if (stated.group().matches("(?s).*srcDirs\\s*=.*")) found.clear();
            Matcher path = GradleBuild.QUOTED.matcher(stated.group());
            while (path.find()) Paths.normal(Paths.join(folder, path.group(1))).ifPresent(found::add);
        }
        return found;
    }

    /** The statements that state folders of a source set. */
    List<Matcher> statedFolders(List<ScriptPart> all, String set, String kind) {
        List<Matcher> found = new ArrayList<>();
        Pattern dotted = Pattern.compile("sourceSets\\." + set + "\\." + kind + "\\.srcDirs?\\b[^\\n]*");
        for (ScriptPart part : all) {
            Matcher matcher = part.matcher(dotted);
            while (matcher.find()) if (!part.isComment(matcher.start())) found.add(copy(part, dotted, matcher.start()));
            for (ScriptPart block : part.blocks("sourceSets", set, kind)) {
                Matcher inside = block.matcher(FOLDERS);
                while (inside.find()) found.add(copy(block, FOLDERS, inside.start()));
            }
            Pattern line = Pattern.compile(kind + "\\.srcDirs?\\b[^\\n}]*");
            for (ScriptPart block : part.blocks("sourceSets", set)) {
                Matcher inside = block.matcher(line);
                while (inside.find()) found.add(copy(block, line, inside.start()));
            }
        }
        return found;
    }

    private static Matcher copy(ScriptPart part, Pattern pattern, int at) {
        Matcher matcher = pattern.matcher(part.content()).region(at, part.end());
        matcher.find();
        return matcher;
    }

    private List<StatedSetting> levels(List<ScriptPart> all) {
        Map<String, StatedSetting> levels = new LinkedHashMap<>();
        for (ScriptPart part : all) {
            Matcher matcher = part.matcher(LEVEL);
            while (matcher.find()) {
                if (part.isComment(matcher.start())) continue;
                String value = matcher.group(2).replace('_', '.');
                Evidence place = part.place(matcher.start());
                levels.put(
                        matcher.group(1),
                        new StatedSetting(
                                matcher.group(1),
                                value,
                                place,
                                other -> Change.ofLine(place.file(), place.line(), line -> level(line, other))));
            }
        }
        return List.copyOf(levels.values());
    }

    private static String level(String line, String value) {
        Matcher matcher = LEVEL.matcher(line);
        if (!matcher.find()) return line;
        boolean constant = line.substring(0, matcher.start(2)).endsWith("VERSION_");
        return line.substring(0, matcher.start(2))
                + (constant ? value.replace('.', '_') : value)
                + line.substring(matcher.end(2));
    }

    private Optional<StatedSetting> encoding(List<ScriptPart> all) {
        Optional<StatedSetting> last = Optional.empty();
        for (ScriptPart part : all) {
            Optional<Matcher> found = part.first(ENCODING);
            if (found.isEmpty()) continue;
            String value = found.get().group(1);
            Evidence place = part.place(found.get().start());
            last = Optional.of(new StatedSetting(
                    "options.encoding",
                    value,
                    place,
                    other -> Change.replacing(place.file(), place.line(), value, other)));
        }
        return last;
    }

    private ManagedModule.Outputs outputs(String folder, List<ScriptPart> all, Coordinates identity) {
        String build = Paths.join(folder, "build");
        List<String> archives = new ArrayList<>();
        if (has(all, CODE)) {
            String version = identity.version().isEmpty() ? "" : "-" + identity.version();
            archives.add(build + "/libs/" + identity.artifact() + version + (has(all, WAR) ? ".war" : ".jar"));
        }
        if (has(all, APPLICATION))
            archives.add(build + "/install/"
                    + first(all, APPLICATION_NAME).map(found -> found.group(1)).orElse(identity.artifact()));
        boolean further = has(all, ARCHIVE_NAME)
                || all.stream()
                        .anyMatch(part -> part.text().contains("shadow")
                                || part.text().contains("org.springframework.boot")
                                || part.text().contains("Jar)"));
        return new ManagedModule.Outputs(build, archives, further);
    }

    @Override
    public List<ManagedModule> modules() {
        return modules;
    }

    @Override
    public ClassPathRules rules() {
        return new GradleRules(repositories);
    }

    @Override
    public DescriptorEdits edits() {
        return new ScriptChanges();
    }

    /** Test classes are found by their content. */
    @Override
    public boolean findsTest(ManagedModule module, String source) {
        return true;
    }

    @Override
    public boolean runsPlatform(ManagedModule module) {
        return has(parts.get(module.folder()), PLATFORM);
    }
}
