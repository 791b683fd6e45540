package dev.pfeiler.tree;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.util.DefaultIndenter;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import com.fasterxml.jackson.core.util.Separators;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;

/** JSON as people write it: one entry a line. */
public final class JsonText {
    private JsonText() {}

    /**
     * The text of a document, with a line end behind it.
     *
     * @param indent how many spaces a level is indented by
     */
    public static String of(JsonNode document, int indent) {
        Separators separators = Separators.createDefaultInstance()
                .withObjectFieldValueSpacing(Separators.Spacing.AFTER)
                .withObjectEmptySeparator("")
                .withArrayEmptySeparator("");
        DefaultPrettyPrinter printer = new DefaultPrettyPrinter(separators);
        DefaultIndenter indenter = new DefaultIndenter(" ".repeat(indent), "\n");
        printer.indentObjectsWith(indenter);
        printer.indentArraysWith(indenter);
        try {
            return new ObjectMapper().writer(printer).writeValueAsString(document) + "\n";
        } catch (JsonProcessingException e) {
            throw new IllegalStateException(e);
        }
    }
}
