package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.ecosystem.jvm.model.Generator;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a grammar says of the source that is generated from it. Source: the manuals of JavaCC (PARSER_BEGIN) and JFlex
 * (user code, {@code %class}).
 *
 * @param packageName empty for the unnamed package
 * @param className of the parser or scanner
 */
record GrammarHead(String packageName, String className) {
    private static final Pattern PARSER =
            Pattern.compile("PARSER_BEGIN\\s*\\(\\s*(\\w+)\\s*\\)(.*?)PARSER_END", Pattern.DOTALL);

    private static final Pattern PACKAGE = Pattern.compile("(?m)^\\s*package\\s+([\\w.]+)\\s*;");
    private static final Pattern SCANNER = Pattern.compile("(?m)^%class\\s+(\\w+)");
    private static final Pattern USER_CODE_END = Pattern.compile("(?m)^%%");
    private static final String USUAL_SCANNER = "Yylex";

    /** Empty where a grammar does not say it, as its call does. */
    static Optional<GrammarHead> of(Generator generator, String grammar) {
        return switch (generator) {
            case JAVACC -> {
                Matcher parser = PARSER.matcher(grammar);
                yield parser.find()
                        ? Optional.of(new GrammarHead(packageIn(parser.group(2)), parser.group(1)))
                        : Optional.empty();
            }
            case JFLEX -> {
                Matcher scanner = SCANNER.matcher(grammar);
                String userCode = USER_CODE_END.split(grammar, 2)[0];
                yield Optional.of(
                        new GrammarHead(packageIn(userCode), scanner.find() ? scanner.group(1) : USUAL_SCANNER));
            }
            case ANTLR3, ANTLR4, XJC -> Optional.empty();
        };
    }

    private static String packageIn(String code) {
        Matcher declared = PACKAGE.matcher(code);
        return declared.find() ? declared.group(1) : "";
    }

    String qualified() {
        return packageName.isEmpty() ? className : packageName + "." + className;
    }
}
