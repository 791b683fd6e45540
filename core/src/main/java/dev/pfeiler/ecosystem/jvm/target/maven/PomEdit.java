package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Adds to the text of a Maven descriptor, and leaves all else in it as it is. */
public final class PomEdit {
    /** A tag, or something in which what looks like one is none. The text has been read as XML before. */
    private static final Pattern TAG = Pattern.compile(
            "(?s)<!--.*?-->|<!\\[CDATA\\[.*?\\]\\]>|<[?!].*?>|</?(?<name>[\\w.:-]+)(?:\"[^\"]*\"|'[^']*'|[^'\">])*>");

    private static final List<String> SECTION = List.of("project", "dependencies");
    private static final List<String> DEPENDENCY = List.of("project", "dependencies", "dependency");
    private static final List<String> ITS_SCOPE = List.of("project", "dependencies", "dependency", "scope");
    private static final List<String> BUILD = List.of("project", "build");

    private final String content;
    private final String end;
    /** Behind which character the new element goes. */
    private int place = -1;
    /** How the element at that place, or what holds it, is indented. */
    private String indent = "";

    private String unit = "  ";
    private boolean hasSection;
    private int projectEnd = -1;
    private int beforeBuild = -1;

    private PomEdit(String content) {
        this.content = content;
        this.end = content.contains("\r\n") ? "\r\n" : "\n";
    }

    /**
     * The edit that declares a dependency, among those of its scope.
     *
     * @param version whether a version is stated; not where one is managed
     */
    public static Step.Edit declaring(Text text, Coordinates coordinates, Scope scope, boolean version, String reason) {
        PomEdit edit = new PomEdit(text.content());
        edit.look(scope);
        String element = edit.element(coordinates, scope, version);
        int line = Text.lineAt(edit.content, edit.place);
        String changed = edit.content.substring(0, edit.place) + element + edit.content.substring(edit.place);
        return new Step.Edit(
                PomFile.NAME,
                changed,
                text.charset(),
                List.of(new Step.Change(
                        line, "", element.replaceFirst("^\\R", "").stripTrailing())),
                reason);
    }

    /** Finds the place: behind the last dependency that does not come after the scope. */
    private void look(Scope scope) {
        Matcher tag = TAG.matcher(content);
        List<String> open = new ArrayList<>();
        String itsScope = "";
        int behindStart = 0;
        while (tag.find()) {
            String name = tag.group("name");
            if (name == null) continue;
            int at = tag.end();
            if (tag.group().startsWith("</")) {
                if (open.equals(ITS_SCOPE)) itsScope = content.substring(behindStart, tag.start());
                if (open.equals(DEPENDENCY)) {
                    Scope its = Scope.parse(itsScope).orElse(Scope.COMPILE);
                    if (its.compareTo(scope) <= 0) place = at;
                }
                if (open.size() == 1) projectEnd = content.lastIndexOf('\n', tag.start()) + 1;
                if (!open.isEmpty()) open.remove(open.size() - 1);
                continue;
            }
            open.add(name);
            if (open.equals(DEPENDENCY)) itsScope = "";
            behindStart = at;
            opened(open, tag);
            if (tag.group().endsWith("/>")) open.remove(open.size() - 1);
        }
        if (!hasSection) place = beforeBuild >= 0 ? beforeBuild : projectEnd;
    }

    private void opened(List<String> open, Matcher tag) {
        if (open.equals(SECTION) && !tag.group().endsWith("/>")) {
            hasSection = true;
            place = tag.end();
            if (!lineIndent(place).isEmpty()) unit = lineIndent(place);
            indent = lineIndent(place) + unit;
        } else if (open.equals(DEPENDENCY)) indent = lineIndent(tag.end());
        else if (open.equals(BUILD) && !hasSection) beforeBuild = content.lastIndexOf('\n', tag.start()) + 1;
    }

    private String lineIndent(int at) {
        int start = content.lastIndexOf('\n', Math.max(0, at - 1)) + 1;
        int behind = start;
        while (behind < content.length() && (content.charAt(behind) == ' ' || content.charAt(behind) == '\t')) behind++;
        return content.substring(start, behind);
    }

    private String element(Coordinates c, Scope scope, boolean version) {
        if (hasSection) return lines(c, scope, version, indent, unit);
        String inner = lines(c, scope, version, unit + unit, unit);
        return unit + "<dependencies>" + inner + end + unit + "</dependencies>" + end;
    }

    private String lines(Coordinates c, Scope scope, boolean version, String at, String step) {
        StringBuilder lines = new StringBuilder();
        lines.append(end).append(at).append("<dependency>");
        line(lines, at + step, "groupId", c.group());
        line(lines, at + step, "artifactId", c.artifact());
        if (version) line(lines, at + step, "version", c.version());
        if (!c.classifier().isEmpty()) line(lines, at + step, "classifier", c.classifier());
        if (scope != Scope.COMPILE) line(lines, at + step, "scope", scope.word());
        return lines.append(end).append(at).append("</dependency>").toString();
    }

    private void line(StringBuilder lines, String at, String name, String value) {
        lines.append(end).append(at).append('<').append(name).append('>').append(value);
        lines.append("</").append(name).append('>');
    }
}
