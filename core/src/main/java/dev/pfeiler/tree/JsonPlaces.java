package dev.pfeiler.tree;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** The lines in which the fields of a JSON document are. */
public final class JsonPlaces {
    private final Map<List<String>, Integer> lines = new HashMap<>();

    private JsonPlaces() {}

    /** Those of a valid document; of another, those before the error. */
    public static JsonPlaces of(String content) {
        JsonPlaces places = new JsonPlaces();
        try (JsonParser parser = new JsonFactory().createParser(content)) {
            parser.nextToken();
            places.value(parser, List.of());
        } catch (IOException e) {
            // whoever reads the document says so
        }
        return places;
    }

    private void value(JsonParser parser, List<String> way) throws IOException {
        if (parser.currentToken() == JsonToken.START_ARRAY) {
            for (int i = 0; parser.nextToken() != JsonToken.END_ARRAY && parser.currentToken() != null; i++)
                entry(parser, way, String.valueOf(i));
        } else if (parser.currentToken() == JsonToken.START_OBJECT) {
            while (parser.nextToken() == JsonToken.FIELD_NAME) {
                String name = parser.currentName();
                int line = parser.currentTokenLocation().getLineNr();
                parser.nextToken();
                lines.putIfAbsent(with(way, name), line);
                value(parser, with(way, name));
            }
        }
    }

    private void entry(JsonParser parser, List<String> way, String name) throws IOException {
        lines.putIfAbsent(with(way, name), parser.currentTokenLocation().getLineNr());
        value(parser, with(way, name));
    }

    private static List<String> with(List<String> way, String name) {
        String[] all = way.toArray(new String[way.size() + 1]);
        all[way.size()] = name;
        return List.of(all);
    }

    /**
     * The line of a field or an entry of an array, from 1; 0 if it is not there.
     *
     * @param way names of fields and numbers of entries that lead to it
     */
    public int line(String... way) {
        return lines.getOrDefault(List.of(way), 0);
    }
}
