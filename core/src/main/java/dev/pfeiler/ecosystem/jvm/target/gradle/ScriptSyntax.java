package dev.pfeiler.ecosystem.jvm.target.gradle;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** A language in which Gradle's scripts are written: how it writes the few kinds of expressions that they consist of. */
enum ScriptSyntax {
    GROOVY("groovy", "") {
        @Override
        String string(String text) {
            return "'" + escaped(text, "\\", "'") + "'";
        }

        @Override
        String interpolated(String text) {
            return '"' + text + '"';
        }

        @Override
        String call(String name, String... arguments) {
            return name + " " + String.join(", ", arguments);
        }

        @Override
        String instance(String type, String... arguments) {
            return "new " + type + "(" + String.join(", ", arguments) + ")";
        }

        @Override
        String named(String function, Map<String, String> arguments) {
            return function + " " + map(arguments);
        }

        @Override
        String list(List<String> values) {
            return "[" + String.join(", ", values) + "]";
        }

        @Override
        String entries(Map<String, String> entries) {
            return entries.entrySet().stream()
                    .map(entry -> key(entry.getKey()) + ": " + entry.getValue())
                    .collect(Collectors.joining(", ", "[", "]"));
        }

        @Override
        String type(String name) {
            return name;
        }

        @Override
        String taskOf(GradleVersion version, String name, String type) {
            if (version.registersTasks())
                return "tasks.register('" + name + (type.equals(PLAIN) ? "')" : "', " + type + ")");
            return "task " + name + (type.equals(PLAIN) ? "" : "(type: " + type + ")");
        }

        @Override
        String existing(GradleVersion version, String name, String type) {
            return version.registersTasks() ? "tasks.named('" + name + "')" : name;
        }

        @Override
        String each(GradleVersion version, String type) {
            return "tasks.withType(" + type + ")" + (version.registersTasks() ? ".configureEach" : "");
        }

        private String map(Map<String, String> arguments) {
            return arguments.entrySet().stream()
                    .map(entry -> key(entry.getKey()) + ": " + entry.getValue())
                    .collect(Collectors.joining(", "));
        }

        private String key(String name) {
            return name.matches("[A-Za-z_]\\w*") ? name : string(name);
        }
    },
    KOTLIN("kotlin", ".kts") {
        @Override
        String string(String text) {
            return '"' + escaped(text, "\\", "\"", "$") + '"';
        }

        @Override
        String interpolated(String text) {
            return '"' + text + '"';
        }

        @Override
        String call(String name, String... arguments) {
            return name + "(" + String.join(", ", arguments) + ")";
        }

        @Override
        String instance(String type, String... arguments) {
            return call(type, arguments);
        }

        @Override
        String named(String function, Map<String, String> arguments) {
            return function
                    + arguments.entrySet().stream()
                            .map(entry -> entry.getKey() + " = " + entry.getValue())
                            .collect(Collectors.joining(", ", "(", ")"));
        }

        @Override
        String list(List<String> values) {
            return "listOf(" + String.join(", ", values) + ")";
        }

        @Override
        String entries(Map<String, String> entries) {
            return entries.entrySet().stream()
                    .map(entry -> string(entry.getKey()) + " to " + entry.getValue())
                    .collect(Collectors.joining(", ", "mapOf(", ")"));
        }

        @Override
        String type(String name) {
            return name + "::class";
        }

        @Override
        String taskOf(GradleVersion version, String name, String type) {
            return "tasks.register" + (type.equals(PLAIN) ? "" : "<" + type + ">") + "(\"" + name + "\")";
        }

        @Override
        String existing(GradleVersion version, String name, String type) {
            return "tasks.named" + (type.equals(PLAIN) ? "" : "<" + type + ">") + "(\"" + name + "\")";
        }

        @Override
        String each(GradleVersion version, String type) {
            return "tasks.withType<" + type + ">().configureEach";
        }
    };

    /** The type of a task that does nothing of its own. */
    static final String PLAIN = "Task";

    private final String key;
    private final String suffix;

    ScriptSyntax(String key, String suffix) {
        this.key = key;
        this.suffix = suffix;
    }

    /** The word for it in choices. */
    String key() {
        return key;
    }

    /** The file name of a script. */
    String file(String name) {
        return name + ".gradle" + suffix;
    }

    static String escaped(String text, String... special) {
        String escaped = text;
        for (String one : special) escaped = escaped.replace(one, "\\" + one);
        return escaped.replace("\n", "\\n");
    }

    /** A text as it is. */
    abstract String string(String text);

    /** A text with expressions in it. */
    abstract String interpolated(String text);

    /** A new object of a type. */
    abstract String instance(String type, String... arguments);

    abstract String call(String name, String... arguments);

    /** A call with named arguments. */
    abstract String named(String function, Map<String, String> arguments);

    abstract String list(List<String> values);

    abstract String entries(Map<String, String> entries);

    /** A type as a value. */
    abstract String type(String name);

    /** The head of the block that adds a task. */
    abstract String taskOf(GradleVersion version, String name, String type);

    /** The head of the block that configures a task of a plug-in. */
    abstract String existing(GradleVersion version, String name, String type);

    /** The head of the block that configures all tasks of a type. */
    abstract String each(GradleVersion version, String type);

    String strings(List<String> texts) {
        return list(texts.stream().map(this::string).toList());
    }

    /** A call with texts as arguments. */
    String texts(String name, List<String> texts) {
        return call(name, texts.stream().map(this::string).toArray(String[]::new));
    }

    String texts(String name, String... texts) {
        return texts(name, Arrays.asList(texts));
    }
}
