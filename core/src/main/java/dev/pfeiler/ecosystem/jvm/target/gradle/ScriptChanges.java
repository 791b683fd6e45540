package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.check.Change;
import dev.pfeiler.ecosystem.ManagedBuild.Request;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.jvm.managed.DeclaredArtifact;
import dev.pfeiler.ecosystem.jvm.managed.DescriptorEdits;
import dev.pfeiler.ecosystem.jvm.managed.ManagedModule;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Changes of build scripts; what they are not about stays as it is. */
record ScriptChanges() implements DescriptorEdits {
    private static final Pattern CONFIGURATION = Pattern.compile("^(\\s*[\"']?)(\\w+)");

    @Override
    public Change declaring(ManagedModule module, Coordinates artifact, Scope scope) {
        String name = Paths.name(module.descriptor());
        Request request = new Request(new PackageNotation(artifact.key(), artifact.version()), scope.word());
        return new Change.Edit(module.descriptor(), text -> GradleBuild.declared(name, text, request));
    }

    @Override
    public Change removing(DeclaredArtifact artifact) {
        return removing(artifact.evidence());
    }

    /** A statement of one line is gone. */
    static Change removing(Evidence place) {
        return Change.removingLine(place.file(), place.line(), place.excerpt());
    }

    @Override
    public Change scoping(ManagedModule module, DeclaredArtifact artifact, Scope scope) {
        Evidence place = artifact.evidence();
        return new Change.Edit(place.file(), text -> {
            int at = text.indexOf(place.excerpt());
            if (at < 0) return text;
            Matcher matcher = CONFIGURATION.matcher(place.excerpt());
            if (!matcher.find()) return text;
            String changed = matcher.group(1)
                    + configuration(text, scope)
                    + place.excerpt().substring(matcher.end());
            return text.substring(0, at)
                    + changed
                    + text.substring(at + place.excerpt().length());
        });
    }

    /** The configuration for a scope that a script uses, else the usual one. */
    private static String configuration(String script, Scope scope) {
        List<String> names = GradleBuild.CONFIGURATIONS.get(scope);
        boolean old = script.matches("(?s).*\\bcompile\\s*[('\"].*") && !script.contains("mplementation");
        if (scope == Scope.PROVIDED)
            return script.matches("(?s).*['\"`]war['\"`].*") ? "providedCompile" : names.get(0);
        return old && names.size() > 1 ? names.get(1) : names.get(0);
    }

    /** A configuration has another name in one line. */
    static Change renaming(Evidence place, String before, String after) {
        return Change.replacing(place.file(), place.line(), before, after);
    }

    /** A module is included by the settings. */
    static Change listing(String settings, String module) {
        return new Change.Edit(settings, text -> GradleBuild.listed(text, module, settings.endsWith(".kts")));
    }

    /** A folder is no longer included. */
    static Change unlisting(String settings, String module) {
        String path = "['\"]:?" + Pattern.quote(module.replace('/', ':')) + "['\"]";
        Pattern alone = Pattern.compile("(?m)^[ \\t]*include[ (]+" + path + "\\)?[ \\t]*;?[ \\t]*(?:\\r?\\n|\\z)");
        Pattern among = Pattern.compile("(?:,\\s*" + path + ")|(?:" + path + "\\s*,\\s*)");
        return new Change.Edit(settings, text -> {
            Matcher whole = alone.matcher(text);
            return whole.find() ? whole.replaceFirst("") : among.matcher(text).replaceFirst("");
        });
    }
}
