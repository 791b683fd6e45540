package dev.pfeiler.ecosystem.clojure.source;

import dev.pfeiler.ecosystem.clojure.source.Form.Kind;
import java.util.List;
import java.util.stream.Collectors;

/** Writes forms as EDN. Source: the format EDN. */
public final class FormText {
    private FormText() {}

    /** Whether a form is a value by itself, which nothing needs to evaluate. */
    public static boolean isData(Form form) {
        Form plain = form.unquoted();
        return switch (plain.kind()) {
            case STRING, KEYWORD, NUMBER, CHARACTER -> true;
            case SYMBOL ->
                plain != form.plain() || List.of("true", "false", "nil").contains(plain.text());
            case VECTOR, MAP, SET -> plain.parts().stream().allMatch(part -> plain != form.plain() || isData(part));
            case LIST -> plain != form.plain();
            default -> false;
        };
    }

    /** A form on one line, without the quotes that keep it from being evaluated. */
    public static String of(Form form) {
        Form plain = form.unquoted();
        return switch (plain.kind()) {
            case STRING -> string(plain.text());
            case KEYWORD -> ":" + plain.text();
            case CHARACTER -> "\\" + plain.text();
            case LIST -> "(" + parts(plain) + ")";
            case VECTOR -> "[" + parts(plain) + "]";
            case SET -> "#{" + parts(plain) + "}";
            case MAP -> "{" + parts(plain) + "}";
            default -> plain.text();
        };
    }

    /** A map with a pair on each line. */
    public static String lines(Form map) {
        if (!map.is(Kind.MAP)) return of(map);
        List<Form> parts = map.parts();
        StringBuilder text = new StringBuilder("{");
        for (int i = 0; i + 1 < parts.size(); i += 2) {
            if (i > 0) text.append("\n ");
            text.append(of(parts.get(i))).append(' ').append(of(parts.get(i + 1)));
        }
        return text.append("}").toString();
    }

    private static String parts(Form form) {
        return form.parts().stream().map(FormText::of).collect(Collectors.joining(" "));
    }

    /** A text as a literal. */
    public static String string(String text) {
        StringBuilder literal = new StringBuilder("\"");
        for (char c : text.toCharArray())
            switch (c) {
                case '"' -> literal.append("\\\"");
                case '\\' -> literal.append("\\\\");
                case '\n' -> literal.append("\\n");
                case '\t' -> literal.append("\\t");
                case '\r' -> literal.append("\\r");
                default -> literal.append(c);
            }
        return literal.append('"').toString();
    }
}
