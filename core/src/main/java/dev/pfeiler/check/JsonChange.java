package dev.pfeiler.check;

import dev.pfeiler.conversion.EditableText;
import dev.pfeiler.conversion.JsonEdit;
import java.nio.charset.StandardCharsets;
import java.util.function.Consumer;

/** Changes of JSON documents; what they are not about stays as it is. */
public final class JsonChange {
    private JsonChange() {}

    private static Change of(String path, Consumer<JsonEdit> edit) {
        return new Change.Edit(path, text -> {
            JsonEdit document = EditableText.of(path, text.getBytes(StandardCharsets.UTF_8))
                    .map(editable -> JsonEdit.of(path, editable))
                    .orElseThrow();
            edit.accept(document);
            return document.content();
        });
    }

    /** An entry of a section, which is added where there is none. */
    public static Change add(String path, String section, String name, String value) {
        return of(path, document -> document.add(section, name, value));
    }

    /** An entry of the document itself, behind another where that is there. */
    public static Change put(String path, String name, String value, String behind) {
        return of(path, document -> document.put(name, value, behind));
    }

    /** Another text in place of one. */
    public static Change set(String path, String value, String... way) {
        return of(path, document -> document.set(value, way));
    }

    public static Change remove(String path, String... way) {
        return of(path, document -> document.remove(way));
    }

    /** An entry goes from one section to another. */
    public static Change move(String path, String from, String to, String name, String value) {
        return of(path, document -> {
            document.remove(from, name);
            document.add(to, name, value);
        });
    }
}
