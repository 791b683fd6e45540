package dev.pfeiler.ecosystem.jvm.wiring.script;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;

/**
 * The arguments of a call of {@code jar}. Source: the JDK's tool specification of jar.
 *
 * @param creates whether it makes an archive
 * @param updates whether it adds to an archive
 * @param manifest the manifest file; empty if none is given
 * @param mainClass the entry point; empty if none is given
 * @param parts what goes in
 */
record JarCall(boolean creates, boolean updates, String file, String manifest, String mainClass, List<Part> parts) {
    private static final Pattern JAR_FLAGS = Pattern.compile("-?[cvfme0Mitxu]+");

    /**
     * A file or folder that goes in under its name.
     *
     * @param folder where it is looked for; empty for the folder that the call works in
     */
    record Part(String folder, String name) {}

    static JarCall of(List<String> arguments) {
        boolean creates = false;
        boolean updates = false;
        String file = "";
        String manifest = "";
        String mainClass = "";
        List<Part> parts = new ArrayList<>();
        int i = 0;
        // the old form: one word of letters, whose files follow in the order of the letters
        if (!arguments.isEmpty()
                && JAR_FLAGS.matcher(arguments.get(0)).matches()
                && !arguments.get(0).startsWith("--")) {
            String letters = arguments.get(i++).replace("-", "");
            creates = letters.indexOf('c') >= 0;
            updates = letters.indexOf('u') >= 0;
            for (char letter : letters.toCharArray()) {
                if ("fme".indexOf(letter) < 0 || i >= arguments.size()) continue;
                String value = arguments.get(i++);
                if (letter == 'f') file = value;
                if (letter == 'm') manifest = value;
                if (letter == 'e') mainClass = value;
            }
        }
        for (; i < arguments.size(); i++) {
            String word = arguments.get(i);
            int equals = word.startsWith("--") ? word.indexOf('=') : -1;
            String name = equals > 0 ? word.substring(0, equals) : word;
            switch (name) {
                case "-c", "--create" -> creates = true;
                case "-u", "--update" -> updates = true;
                case "-f", "--file" -> file = equals > 0 ? word.substring(equals + 1) : next(arguments, ++i);
                case "-m", "--manifest" -> manifest = equals > 0 ? word.substring(equals + 1) : next(arguments, ++i);
                case "-e", "--main-class" -> mainClass = equals > 0 ? word.substring(equals + 1) : next(arguments, ++i);
                case "-C" -> {
                    String folder = next(arguments, ++i);
                    parts.add(new Part(folder, next(arguments, ++i)));
                }
                default -> {
                    if (!word.startsWith("-")) parts.add(new Part("", word));
                }
            }
        }
        return new JarCall(creates, updates, file, manifest, mainClass, parts);
    }

    private static String next(List<String> arguments, int i) {
        return i < arguments.size() ? arguments.get(i) : "";
    }
}
