package dev.pfeiler.script;

import java.util.List;

/** A statement of a script. Source: the POSIX shell command language. */
public sealed interface Statement {
    /** The number of its line, counted from 1. */
    int line();

    /** The whole line, for evidence. */
    String text();

    /**
     * A command with its words, pipelines and alternatives.
     *
     * @param command as it is written
     */
    record Command(int line, String text, String command) implements Statement {}

    /**
     * A variable that is set.
     *
     * @param value as it is written, with quotes and references
     * @param local whether it is set for a function alone
     */
    record Assignment(int line, String text, String name, String value, boolean local) implements Statement {}

    /**
     * A loop.
     *
     * @param variable that takes each value; empty for a loop with a condition
     * @param values as they are written; the condition of a loop without a variable
     */
    record Loop(int line, String text, String variable, String values, List<Statement> body) implements Statement {
        public Loop {
            body = List.copyOf(body);
        }
    }

    /** Statements that are run under some condition: the branches of an if or a case. */
    record Branch(int line, String text, List<Statement> body) implements Statement {
        public Branch {
            body = List.copyOf(body);
        }
    }

    /** A function that is defined, and run where it is called. */
    record Function(int line, String text, String name, List<Statement> body) implements Statement {
        public Function {
            body = List.copyOf(body);
        }
    }

    /** Statements whose variables and folder are their own. */
    record Subshell(int line, String text, List<Statement> body) implements Statement {
        public Subshell {
            body = List.copyOf(body);
        }
    }
}
