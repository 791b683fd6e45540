package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.conversion.EditableText;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.repository.Declaration;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.ecosystem.jvm.target.BuildFile;
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

/** A script in Groovy or Kotlin that a user maintains. It is read as text: what its code works out is not known. */
final class GradleFile implements BuildFile {
    private static final int USUAL_LEVEL = 8;
    private static final String DEPENDENCIES = "dependencies";
    private static final String INDENT = "    ";

    /** A declaration in one string, in either language. */
    private static final Pattern DECLARED = Pattern.compile(
            "(?m)^[ \\t]*[\"']?(\\w+)[\"']?[ (]+(?:platform\\()?([\"'])([\\w.-]+):([\\w.-]+)(?::([^\"':@]*))?(?::([\\w.-]+))?[^\"']*\\2");
    /** A declaration with group, name and version apart. */
    private static final Pattern APART =
            Pattern.compile("(?m)^[ \\t]*(\\w+)[ (]+group\\s*[:=]\\s*[\"']([\\w.-]+)[\"']\\s*,"
                    + "\\s*name\\s*[:=]\\s*[\"']([\\w.-]+)[\"'](?:\\s*,\\s*version\\s*[:=]\\s*[\"']([^\"']*)[\"'])?");

    private static final Pattern LEVEL = Pattern.compile(
            "(?:options\\.release|sourceCompatibility|targetCompatibility|JavaLanguageVersion\\.of)\\D{0,40}?(?:VERSION_)?(1[._]\\d|\\d{1,2})\\b");

    /** Configurations by scope; of those that a script uses already, the first is taken. */
    private static final Map<Scope, List<String>> CONFIGURATIONS = Map.of(
            Scope.COMPILE, List.of("implementation", "compile"),
            Scope.PROVIDED, List.of("compileOnly", "providedCompile"),
            Scope.RUNTIME, List.of("runtimeOnly", "runtime"),
            Scope.TEST, List.of("testImplementation", "testCompile"));

    private final String name;
    private final ProjectTree tree;
    private final String end;
    private final String content;

    private GradleFile(String name, Text text, ProjectTree tree) {
        this.name = name;
        this.tree = tree;
        this.end = text.content().contains("\r\n") ? "\r\n" : "\n";
        this.content = text.content();
    }

    /** The build script at the top of a tree, if there is one. */
    static Optional<BuildFile> read(ProjectTree tree) {
        for (ScriptSyntax syntax : ScriptSyntax.values()) {
            String name = GradleWriter.descriptor(syntax);
            if (!tree.has(name)) continue;
            try {
                return Optional.of(new GradleFile(name, tree.text(name), tree));
            } catch (IOException e) {
                throw Refusal.inputOutput("Cannot read " + name + ": " + e, "Check its permissions.", e);
            }
        }
        return Optional.empty();
    }

    @Override
    public String name() {
        return name;
    }

    @Override
    public int level() {
        Matcher matcher = LEVEL.matcher(content);
        return matcher.find()
                ? ProjectSettings.parse(matcher.group(1).replace('_', '.')).orElse(USUAL_LEVEL)
                : USUAL_LEVEL;
    }

    /** None: bills of materials are resolved by Gradle itself. */
    @Override
    public Map<String, Coordinates> managed() {
        return Map.of();
    }

    /** A declaration as it is written. */
    private record Written(String configuration, String group, String artifact, String version, int end) {
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
                            matcher.end()));
                }
            }
        }
        return all;
    }

    @Override
    public List<Declaration> declarations() {
        List<Declaration> declarations = new ArrayList<>();
        for (Written one : written()) {
            // a version in a variable is not known here
            if (!one.version().matches("\\d[\\w.+-]*")) continue;
            String scope = CONFIGURATIONS.entrySet().stream()
                    .filter(entry -> entry.getValue().contains(one.configuration()))
                    .map(entry -> entry.getKey().word())
                    .findFirst()
                    .orElse(Scope.COMPILE.word());
            declarations.add(
                    new Declaration(new Coordinates(one.group(), one.artifact(), one.version()), scope, Set.of()));
        }
        return declarations;
    }

    @Override
    public boolean declares(String key) {
        return written().stream().anyMatch(one -> one.key().equals(key));
    }

    @Override
    public Step.Edit declaring(Coordinates coordinates, Scope scope, boolean version, String reason) {
        ScriptBlocks blocks = ScriptBlocks.of(content);
        if (!blocks.balanced())
            throw Refusal.notPossible(
                    name + " cannot be edited: not every brace in it is closed.",
                    "Fix it, or declare " + coordinates + " there yourself.");
        String changed = blocks.named(DEPENDENCIES).isEmpty()
                ? appended(line(coordinates, scope))
                : inserted(blocks.named(DEPENDENCIES).get(0), coordinates, scope);
        return EditableText.require(tree, name).edit(changed, reason);
    }

    private String appended(String line) {
        String before = content.isEmpty() || content.endsWith("\n") ? content : content + end;
        return before + (before.isBlank() ? "" : end) + DEPENDENCIES + " {" + end + INDENT + line + end + "}" + end;
    }

    /** After the last declaration in the same configuration, else at the end of the block. */
    private String inserted(ScriptBlocks.Block block, Coordinates coordinates, Scope scope) {
        String configuration = configuration(scope);
        Optional<Written> last = written().stream()
                .filter(one -> one.configuration().equals(configuration))
                .filter(one -> one.end() <= block.end())
                .reduce((one, next) -> one.end() > next.end() ? one : next);
        int at = last.isPresent() ? endOfStatement(last.get().end(), block) : endOfBlock(block);
        String body = content.substring(block.start(), block.end());
        String declared = line(coordinates, scope);
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
        Matcher matcher = Pattern.compile("(?m)^([ \\t]+)\\S").matcher(body);
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
        boolean war =
                Pattern.compile("(?m)[`'\"(\\s]war[`'\")\\s]").matcher(content).find();
        if (scope == Scope.PROVIDED && war) return "providedCompile";
        Map<String, Integer> used = new LinkedHashMap<>();
        written().forEach(one -> used.merge(one.configuration(), 1, Integer::sum));
        // scripts for old releases have no other configurations
        boolean old = used.containsKey("compile") && !used.containsKey("implementation");
        return old && names.size() > 1 && scope != Scope.PROVIDED ? names.get(1) : names.get(0);
    }

    /** A declaration in the way of those that are there. */
    private String line(Coordinates coordinates, Scope scope) {
        boolean kotlin = name.endsWith(".kts");
        Matcher usual = DECLARED.matcher(content);
        boolean parentheses = kotlin || usual.find() && usual.group().contains("(");
        boolean single = !kotlin && (!usual.reset().find() || usual.group(2).equals("'"));
        String quote = single ? "'" : "\"";
        String artifact = quote + coordinates + quote;
        return configuration(scope) + (parentheses ? "(" + artifact + ")" : " " + artifact);
    }
}
