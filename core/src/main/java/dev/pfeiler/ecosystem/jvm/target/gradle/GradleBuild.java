package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.conversion.EditableText;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** A build script in Groovy or Kotlin, read back as text: what its code works out is not known. */
final class GradleBuild implements ManagedBuild {
    private static final String DEPENDENCIES = "dependencies";
    private static final String INDENT = "    ";
    private static final String LOCK = "gradle.lockfile";
    /** The files that may list the modules. */
    static final List<String> SETTINGS = List.of("settings.gradle", "settings.gradle.kts");

    private static final Pattern ROOT_NAME = Pattern.compile("rootProject\\.name\\s*=\\s*['\"]([^'\"]*)['\"]");
    private static final Pattern ASSIGNED = Pattern.compile("(?m)^(group|version)\\s*=?\\s*(['\"])([^'\"$]*)\\2");
    private static final Pattern ENCODING = Pattern.compile("options\\.encoding\\s*=\\s*['\"]([\\w-]+)['\"]");
    static final Pattern INCLUDE = Pattern.compile("(?m)^\\s*include\\b[^\\n]*(?:,\\s*\\n[^\\n]*)*+");
    static final Pattern QUOTED = Pattern.compile("['\"]([^'\"]+)['\"]");
    private static final Pattern PLAIN_VERSION = Pattern.compile("\\d[\\w.+-]*");
    private static final Pattern INDENTED = Pattern.compile("(?m)^([ \\t]+)\\S");
    private static final Pattern WAR_PLUGIN = Pattern.compile("[`'\"(\\s]war[`'\")\\s]");

    /** A declaration in one string, in either language. */
    static final Pattern DECLARED = Pattern.compile(
            "(?m)^[ \\t]*[\"']?(\\w+)[\"']?[ (]+(?:platform\\()?([\"'])([\\w.-]+):([\\w.-]+)(?::([^\"':@]*))?(?::([\\w.-]+))?[^\"']*\\2");
    /** A declaration with group, name and version apart. */
    static final Pattern APART = Pattern.compile("(?m)^[ \\t]*(\\w+)[ (]+group\\s*[:=]\\s*[\"']([\\w.-]+)[\"']\\s*,"
            + "\\s*name\\s*[:=]\\s*[\"']([\\w.-]+)[\"'](?:\\s*,\\s*version\\s*[:=]\\s*[\"']([^\"']*)[\"'])?");

    private static final Pattern LEVEL_STATED = Pattern.compile(
            "(?:options\\.release|sourceCompatibility|targetCompatibility|JavaLanguageVersion\\.of)\\D{0,40}?(?:VERSION_)?(1[._]\\d|\\d{1,2})\\b");

    /** Configurations by scope; of those that a script uses already, the first is taken. */
    static final Map<Scope, List<String>> CONFIGURATIONS = Map.of(
            Scope.COMPILE, List.of("implementation", "compile"),
            Scope.PROVIDED, List.of("compileOnly", "providedCompile"),
            Scope.RUNTIME, List.of("runtimeOnly", "runtime"),
            Scope.TEST, List.of("testImplementation", "testCompile"));

    private final String name;
    private final ProjectTree tree;
    private final String end;
    private final String content;

    private GradleBuild(String name, String content, ProjectTree tree) {
        this.name = name;
        this.tree = tree;
        this.end = content.contains("\r\n") ? "\r\n" : "\n";
        this.content = content;
    }

    /** The build script at the top of a tree, if there is one. */
    static Optional<ManagedBuild> read(ProjectTree tree) {
        for (ScriptSyntax syntax : ScriptSyntax.values()) {
            String name = GradleWriter.descriptor(syntax);
            if (!tree.has(name)) continue;
            try {
                return Optional.of(new GradleBuild(name, tree.text(name).content(), tree));
            } catch (IOException e) {
                throw Refusal.inputOutput("Cannot read " + name + ": " + e, "Check its permissions.", e);
            }
        }
        return Optional.empty();
    }

    @Override
    public String descriptor() {
        return name;
    }

    @Override
    public Identity identity() {
        return new Identity(
                assigned("group").map(Stated::value).orElse(""),
                first(ROOT_NAME, SETTINGS).map(Stated::value).orElse(""),
                assigned("version").map(Stated::value).orElse(""));
    }

    private Optional<Stated> assigned(String property) {
        return Optional.ofNullable(assignments().get(property));
    }

    /** Properties of the project that are set to plain texts at the top of the script. */
    private Map<String, Stated> assignments() {
        Map<String, Stated> assignments = new LinkedHashMap<>();
        Matcher matcher = ASSIGNED.matcher(content);
        while (matcher.find())
            assignments.putIfAbsent(
                    matcher.group(1), new Stated(matcher.group(3), place(name, content, matcher.start(1))));
        return assignments;
    }

    /** What a pattern finds first in a file of one of some names. */
    private Optional<Stated> first(Pattern pattern, List<String> files) {
        for (String file : files) {
            String text = text(file);
            Matcher matcher = pattern.matcher(text);
            if (matcher.find()) return Optional.of(new Stated(matcher.group(1), place(file, text, matcher.start())));
        }
        return Optional.empty();
    }

    private String text(String file) {
        try {
            return tree.has(file) ? tree.text(file).content() : "";
        } catch (IOException e) {
            throw Refusal.inputOutput("Cannot read " + file + ": " + e, "Check its permissions.", e);
        }
    }

    private static Evidence place(String file, String text, int at) {
        int end = text.indexOf('\n', at);
        return new Evidence(file, Text.lineAt(text, at), text.substring(at, end < 0 ? text.length() : end));
    }

    @Override
    public Map<String, Stated> settings() {
        Map<String, Stated> settings = new LinkedHashMap<>();
        first(LEVEL_STATED, List.of(name))
                .ifPresent(found -> ProjectSettings.parse(found.value().replace('_', '.'))
                        .ifPresent(level -> settings.put(LEVEL, new Stated(String.valueOf(level), found.evidence()))));
        first(ENCODING, List.of(name)).ifPresent(found -> settings.put("encoding", found));
        return settings;
    }

    /** Included projects; bills of materials are resolved by Gradle itself. */
    @Override
    public List<String> modules() {
        List<String> modules = new ArrayList<>();
        for (String file : SETTINGS) {
            Matcher include = INCLUDE.matcher(text(file));
            while (include.find()) {
                Matcher path = QUOTED.matcher(include.group());
                while (path.find()) {
                    String plain = path.group(1).replace(':', '/');
                    modules.add(plain.startsWith("/") ? plain.substring(1) : plain);
                }
            }
        }
        return modules;
    }

    /** After the last module that the settings include. */
    @Override
    public Optional<Step.Edit> listing(String module, String reason) {
        if (modules().contains(module)) return Optional.empty();
        for (String file : SETTINGS) {
            if (!tree.has(file)) continue;
            EditableText text = EditableText.require(tree, file);
            return Optional.of(text.edit(listed(text.content(), module, file.endsWith(".kts")), reason));
        }
        return Optional.empty();
    }

    /** The settings with one more module. */
    static String listed(String settings, String module, boolean kotlin) {
        String end = settings.contains("\r\n") ? "\r\n" : "\n";
        String path = module.replace('/', ':');
        String line = kotlin ? "include(\"" + path + "\")" : "include '" + path + "'";
        Matcher include = INCLUDE.matcher(settings);
        int at = -1;
        while (include.find()) at = include.end();
        String before = at < 0 ? settings : settings.substring(0, at);
        String after = at < 0 ? "" : settings.substring(at);
        String gap = before.isEmpty() || before.endsWith("\n") ? "" : end;
        return before + gap + line + (after.isEmpty() ? end : after);
    }

    /** A build script with one more dependency. */
    static String declared(String name, String content, Request request) {
        return new GradleBuild(name, content, ProjectTree.empty()).with(request);
    }

    @Override
    public List<LockedPackage> locked() {
        List<LockedPackage> locked = new ArrayList<>();
        int line = 0;
        for (String each : text(LOCK).split("\n")) {
            line++;
            int equals = each.indexOf('=');
            if (each.startsWith("#") || equals < 0 || each.startsWith("empty=")) continue;
            String artifact = each.substring(0, equals);
            locked.add(new LockedPackage(PackageNotation.parse(artifact, ':'), new Evidence(LOCK, line, artifact)));
        }
        return locked;
    }

    /** Lines of dependency blocks in which no declaration is recognized, and blocks of code. */
    @Override
    public List<Evidence> notUnderstood() {
        List<Evidence> places = new ArrayList<>();
        Set<Integer> known =
                written().stream().map(one -> Text.lineAt(content, one.start())).collect(Collectors.toSet());
        for (ScriptBlocks.Block block : ScriptBlocks.of(content).named(DEPENDENCIES)) {
            int at = block.start();
            for (String line : content.substring(block.start(), block.end()).split("\n", -1)) {
                int number = Text.lineAt(content, at);
                boolean empty = line.isBlank()
                        || line.strip().startsWith("//")
                        || line.strip().equals("}");
                if (!empty && !known.contains(number)) places.add(new Evidence(name, number, line));
                at += line.length() + 1;
            }
        }
        return places;
    }

    /** A declaration as it is written. */
    private record Written(String configuration, String group, String artifact, String version, int start, int end) {
        String key() {
            return group + ":" + artifact;
        }
    }

    private List<Written> written() {
        List<Written> all = new ArrayList<>();
        for (ScriptBlocks.Block block : ScriptBlocks.of(content).named(DEPENDENCIES)) {
            for (Pattern pattern : List.of(DECLARED, APART)) {
                Matcher matcher = pattern.matcher(content).region(block.start(), block.end());
                boolean together = pattern == DECLARED;
                while (matcher.find()) {
                    String version = matcher.group(together ? 5 : 4);
                    all.add(new Written(
                            matcher.group(1),
                            matcher.group(together ? 3 : 2),
                            matcher.group(together ? 4 : 3),
                            version == null ? "" : version,
                            matcher.start(1),
                            matcher.end()));
                }
            }
        }
        return all;
    }

    /** Versions that are no plain text count as not stated. */
    @Override
    public List<DeclaredPackage> declared() {
        List<DeclaredPackage> declared = new ArrayList<>();
        for (Written one : written()) {
            String scope = CONFIGURATIONS.entrySet().stream()
                    .filter(entry -> entry.getValue().contains(one.configuration()))
                    .map(entry -> entry.getKey().word())
                    .findFirst()
                    .orElse(one.configuration());
            String version = PLAIN_VERSION.matcher(one.version()).matches() ? one.version() : "";
            declared.add(new DeclaredPackage(
                    new PackageNotation(one.key(), version), scope, Set.of(), place(name, content, one.start())));
        }
        return declared;
    }

    @Override
    public Step.Edit declaring(List<Request> packages, String reason) {
        GradleBuild build = this;
        for (Request each : packages) build = new GradleBuild(name, build.with(each), tree);
        return EditableText.require(tree, name).edit(build.content, reason);
    }

    private String with(Request request) {
        PackageNotation notation = request.notation();
        String artifact = Coordinates.of(notation.name(), notation.version())
                .map(Coordinates::toString)
                .orElse(notation.name());
        ScriptBlocks blocks = ScriptBlocks.of(content);
        if (!blocks.balanced())
            throw Refusal.notPossible(
                    name + " cannot be edited: not every brace in it is closed.",
                    "Fix it, or declare " + artifact + " there yourself.");
        Scope scope = Scope.parse(request.scope()).orElse(Scope.PROVIDED);
        return blocks.named(DEPENDENCIES).isEmpty()
                ? appended(line(artifact, scope))
                : inserted(blocks.named(DEPENDENCIES).get(0), artifact, scope);
    }

    private String appended(String line) {
        String before = content.isEmpty() || content.endsWith("\n") ? content : content + end;
        return before + (before.isBlank() ? "" : end) + DEPENDENCIES + " {" + end + INDENT + line + end + "}" + end;
    }

    /** After the last declaration in the same configuration, else at the end of the block. */
    private String inserted(ScriptBlocks.Block block, String artifact, Scope scope) {
        String configuration = configuration(scope);
        Optional<Written> last = written().stream()
                .filter(one -> one.configuration().equals(configuration))
                .filter(one -> one.end() <= block.end())
                .reduce((one, next) -> one.end() > next.end() ? one : next);
        int at = last.isPresent() ? endOfStatement(last.get().end(), block) : endOfBlock(block);
        String body = content.substring(block.start(), block.end());
        String declared = line(artifact, scope);
        if (!body.contains("\n")) {
            int behind = block.start() + body.stripTrailing().length();
            String separator = body.isBlank() ? " " : "; ";
            return content.substring(0, behind)
                    + separator
                    + declared
                    + (body.isEmpty() ? " " : "")
                    + content.substring(behind);
        }
        String line = indent(body) + declared;
        return content.substring(0, at) + line + end + content.substring(at);
    }

    private static String indent(String body) {
        Matcher matcher = INDENTED.matcher(body);
        return matcher.find() ? matcher.group(1) : INDENT;
    }

    /** Behind the line in which a declaration ends, with the block that may belong to it. */
    private int endOfStatement(int from, ScriptBlocks.Block block) {
        int end = content.indexOf('\n', from);
        if (end < 0 || end > block.end()) return endOfBlock(block);
        if (!content.substring(from, end).contains("{")) return end + 1;
        int depth = 0;
        for (int i = from; i < block.end(); i++) {
            if (content.charAt(i) == '{') depth++;
            if (content.charAt(i) == '}' && --depth == 0) {
                int next = content.indexOf('\n', i);
                return next < 0 || next > block.end() ? endOfBlock(block) : next + 1;
            }
        }
        return endOfBlock(block);
    }

    /** At the start of the line with the closing brace, or at the brace if something else is in its line. */
    private int endOfBlock(ScriptBlocks.Block block) {
        int lineStart = content.lastIndexOf('\n', block.end() - 1) + 1;
        boolean alone = lineStart >= block.start()
                && content.substring(lineStart, block.end()).isBlank();
        return alone ? lineStart : block.end();
    }

    private String configuration(Scope scope) {
        List<String> names = new ArrayList<>(CONFIGURATIONS.get(scope));
        boolean war = WAR_PLUGIN.matcher(content).find();
        if (scope == Scope.PROVIDED && war) return "providedCompile";
        Map<String, Integer> used = new LinkedHashMap<>();
        written().forEach(one -> used.merge(one.configuration(), 1, Integer::sum));
        // scripts for old releases have no other configurations
        boolean old = used.containsKey("compile") && !used.containsKey("implementation");
        return old && names.size() > 1 && scope != Scope.PROVIDED ? names.get(1) : names.get(0);
    }

    /** A declaration in the way of those that are there. */
    private String line(String notation, Scope scope) {
        boolean kotlin = name.endsWith(".kts");
        Matcher usual = DECLARED.matcher(content);
        boolean parentheses = kotlin || usual.find() && usual.group().contains("(");
        boolean single = !kotlin && (!usual.reset().find() || usual.group(2).equals("'"));
        String quote = single ? "'" : "\"";
        String artifact = quote + notation + quote;
        return configuration(scope) + (parentheses ? "(" + artifact + ")" : " " + artifact);
    }
}
