package dev.pfeiler.ecosystem.php.source;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;

/** Which bracket closes which, worked out once for all tokens of a file. */
public final class Brackets {
    private final int[] closing;
    private final Optional<Token> unpaired;

    Brackets(List<Token> tokens) {
        closing = new int[tokens.size()];
        Deque<Integer> open = new ArrayDeque<>();
        Token wrong = null;
        for (int i = 0; i < tokens.size(); i++) {
            Token token = tokens.get(i);
            closing[i] = tokens.size() - 1;
            if (token.kind() != Token.Kind.SIGN) continue;
            if ("([{".contains(token.text()) || token.is("#[")) open.push(i);
            else if (")]}".contains(token.text())) {
                boolean fits = !open.isEmpty() && closes(tokens.get(open.peek()).text(), token.text());
                if (fits) closing[open.pop()] = i;
                else if (wrong == null) wrong = token;
            }
        }
        if (wrong == null && !open.isEmpty()) wrong = tokens.get(open.peek());
        unpaired = Optional.ofNullable(wrong);
    }

    private static boolean closes(String open, String close) {
        return switch (open) {
            case "(" -> close.equals(")");
            case "{" -> close.equals("}");
            default -> close.equals("]");
        };
    }

    /** The place of what closes a bracket; that of the last token where nothing does, or where no bracket stands. */
    public int closing(int open) {
        return open < closing.length ? closing[open] : closing.length - 1;
    }

    /** A bracket without a partner, where there is one. */
    Optional<Token> unpaired() {
        return unpaired;
    }
}
