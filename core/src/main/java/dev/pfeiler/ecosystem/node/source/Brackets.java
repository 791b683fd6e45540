package dev.pfeiler.ecosystem.node.source;

import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;

/** Which bracket of a script closes which, and in which each token stands. */
final class Brackets {
    private final int[] partner;
    private final int[] outer;

    Brackets(List<Token> tokens) {
        partner = new int[tokens.size()];
        outer = new int[tokens.size()];
        Arrays.fill(partner, -1);
        Deque<Integer> open = new ArrayDeque<>();
        for (int i = 0; i < partner.length; i++) {
            Token token = tokens.get(i);
            boolean sign = token.kind() == Token.Kind.PUNCTUATOR;
            if (sign && List.of(")", "]", "}", "}$").contains(token.text()) && !open.isEmpty()) {
                int opening = open.pop();
                partner[opening] = i;
                partner[i] = opening;
            }
            outer[i] = open.isEmpty() ? -1 : open.peek();
            if (sign && List.of("(", "[", "{", "${").contains(token.text())) open.push(i);
        }
        for (int i : open) partner[i] = partner.length - 1;
    }

    /** The place of the bracket that belongs to one; of one that closes none, its own. */
    int partner(int at) {
        return partner[at] < 0 ? at : partner[at];
    }

    /** The place of the innermost bracket that is open at a token; -1 at the top. */
    int outer(int at) {
        return outer[at];
    }
}
