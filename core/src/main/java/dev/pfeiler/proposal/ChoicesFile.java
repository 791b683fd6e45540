package dev.pfeiler.proposal;

import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.dataformat.yaml.YAMLFactory;
import com.fasterxml.jackson.dataformat.yaml.YAMLGenerator;
import com.fasterxml.jackson.dataformat.yaml.YAMLMapper;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * {@code pfeiler.yaml}: choices a user may edit and commit. The format is described in docs/choices.md.
 *
 * <p>A decision key {@code a} stands as {@code a: value}; a key {@code a:b} as an entry {@code b} of the mapping {@code a}.
 */
public final class ChoicesFile {
    private static final Pattern LINE_ENDS = Pattern.compile("[\\r\\n]+");

    public static final String NAME = "pfeiler.yaml";

    private static final YAMLMapper YAML = YAMLMapper.builder(YAMLFactory.builder()
                    .disable(YAMLGenerator.Feature.WRITE_DOC_START_MARKER)
                    .enable(YAMLGenerator.Feature.MINIMIZE_QUOTES)
                    .enable(YAMLGenerator.Feature.ALWAYS_QUOTE_NUMBERS_AS_STRINGS)
                    .disable(YAMLGenerator.Feature.SPLIT_LINES)
                    .build())
            .build();

    private ChoicesFile() {}

    /**
     * Reads a choices file.
     *
     * @throws Refusal if it is not valid YAML or holds more than two levels
     */
    public static Choices read(String text) {
        List<Choice> choices = new ArrayList<>();
        try (JsonParser parser = YAML.getFactory().createParser(text)) {
            String section = null;
            String key = null;
            int depth = 0;
            for (JsonToken token = parser.nextToken(); token != null; token = parser.nextToken()) {
                int line = parser.currentTokenLocation().getLineNr();
                switch (token) {
                    case START_OBJECT -> {
                        if (++depth > 2) throw shape(line);
                        if (depth == 2) section = key;
                    }
                    case END_OBJECT -> {
                        depth--;
                        section = null;
                    }
                    case FIELD_NAME -> key = parser.currentName();
                    case VALUE_STRING, VALUE_NUMBER_INT, VALUE_NUMBER_FLOAT, VALUE_TRUE, VALUE_FALSE -> {
                        if (depth == 0) throw shape(line);
                        String full = section == null ? key : section + ":" + key;
                        String value = parser.getText();
                        // an entry left empty settles nothing
                        if (value.isBlank()) break;
                        choices.add(new Choice(full, value, new Evidence(NAME, line, key + ": " + value)));
                    }
                    case VALUE_NULL -> {}
                    default -> throw shape(line);
                }
            }
        } catch (JsonProcessingException e) {
            throw Refusal.usage(
                    NAME + ":" + e.getLocation().getLineNr() + " is not valid YAML: "
                            + e.getOriginalMessage().lines().findFirst().orElse(""),
                    "Correct the line, or rewrite the file with pfeiler propose --write.");
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
        return new Choices(choices);
    }

    /** The text of a choices file that settles a proposal as it is, each line's evidence above it. */
    public static String write(Proposal proposal) {
        Map<String, List<Decision>> sections = new LinkedHashMap<>();
        for (Decision decision : proposal.decisions()) {
            sections.computeIfAbsent(decision.section(), s -> new ArrayList<>()).add(decision);
        }
        StringBuilder text = new StringBuilder();
        text.append("# What pfeiler convert follows in this folder. Change a value to override it;\n");
        text.append("# remove a line to let pfeiler decide again.\n");
        sections.forEach((section, decisions) -> {
            text.append('\n');
            if (!section.isEmpty()) text.append(section).append(":\n");
            String indent = section.isEmpty() ? "" : "  ";
            for (Decision decision : decisions) {
                text.append(indent).append("# ").append(because(decision)).append('\n');
                String key = section.isEmpty() ? decision.key() : decision.key().substring(section.length() + 1);
                text.append(indent).append(entry(key, decision.value())).append('\n');
            }
        });
        return text.toString();
    }

    private static String because(Decision decision) {
        StringBuilder line = new StringBuilder(decision.certainty().word());
        if (!decision.reason().isEmpty()) line.append(": ").append(decision.reason());
        String places = decision.evidence().stream()
                .limit(3)
                .map(Evidence::place)
                .distinct()
                .collect(Collectors.joining(", "));
        if (!places.isEmpty()) line.append(" (").append(places).append(")");
        return LINE_ENDS.matcher(line.toString()).replaceAll(" ");
    }

    private static String entry(String key, String value) {
        try {
            return YAML.writeValueAsString(Map.of(key, value)).strip();
        } catch (JsonProcessingException e) {
            throw new IllegalStateException(e);
        }
    }

    private static Refusal shape(int line) {
        return Refusal.usage(
                NAME + ":" + line + " is neither \"key: value\" nor a section of such lines.",
                "See docs/choices.md for the format.");
    }
}
