package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.ecosystem.jvm.wiring.BuildTime;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;

/** A script language together with the release of Gradle that runs the scripts. */
record Dialect(ScriptSyntax syntax, GradleVersion version) {
    String string(String text) {
        return syntax.string(text);
    }

    /** A text, with the time of the build where it contains that. */
    String dated(String text) {
        List<String> parts = new ArrayList<>();
        BuildTime.replace(
                text,
                pattern -> {
                    parts.add(syntax.instance("SimpleDateFormat", string(pattern)) + ".format("
                            + syntax.instance("Date") + ")");
                    return "";
                },
                between -> {
                    if (!between.isEmpty()) parts.add(string(between));
                    return "";
                });
        return parts.isEmpty() ? string(text) : String.join(" + ", parts);
    }

    String call(String name, String... arguments) {
        return syntax.call(name, arguments);
    }

    boolean kotlin() {
        return syntax == ScriptSyntax.KOTLIN;
    }

    /** The block that adds a task. */
    void task(Script script, String name, String type, Consumer<Script> body) {
        String head = syntax.taskOf(version, name, type);
        Script inner = new Script();
        body.accept(inner);
        if (inner.isEmpty()) script.line(head);
        else script.block(head, body);
    }

    /** The block that configures a task of a plug-in; none if there is nothing to configure. */
    void existing(Script script, String name, String type, Consumer<Script> body) {
        script.block(syntax.existing(version, name, type), body);
    }

    /** A task as a value. */
    String taskValue(String name, String type) {
        if (kotlin()) return syntax.existing(version, name, type);
        return version.registersTasks() ? "tasks.named('" + name + "')" : name;
    }

    /** A path below the folder that the build writes to, as a value. */
    String built(String path) {
        return version.atLeast(7, 1)
                ? "layout.buildDirectory.dir(" + string(path) + ")"
                : syntax.interpolated("$buildDir/" + path);
    }

    /** A configuration as a value. */
    String configuration(String name, boolean own) {
        if (kotlin() && !own) return "configurations." + name + ".get()";
        return kotlin() ? "configurations[" + string(name) + "]" : "configurations." + name;
    }

    /** A source set as a value. */
    String sourceSet(String name) {
        return "sourceSets." + name + (kotlin() ? ".get()" : "");
    }

    /** Sets the main class of a task that starts a program. */
    String mainClass(String name) {
        if (!version.hasLazyProperties()) return "main = " + string(name);
        return lazy("mainClass", string(name));
    }

    /** Sets a property that is lazy in later releases. */
    String lazy(String name, String value) {
        return kotlin() && version.hasLazyProperties() && !version.atLeast(8, 2)
                ? name + ".set(" + value + ")"
                : name + " = " + value;
    }

    /** Sets the folders of a source set. */
    String folders(List<String> folders) {
        String list = syntax.strings(folders);
        return kotlin() ? "setSrcDirs(" + list + ")" : "srcDirs = " + list;
    }

    String archiveName(String value) {
        return version.hasLazyProperties() ? lazy("archiveFileName", string(value)) : "archiveName = " + string(value);
    }

    String classifier(String value) {
        return version.hasLazyProperties() ? lazy("archiveClassifier", string(value)) : "classifier = " + string(value);
    }
}
