package dev.pfeiler.tree;

import static java.nio.charset.StandardCharsets.ISO_8859_1;

import java.io.StringReader;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/**
 * An element of an XML document with the line on which its start tag ends. Names are without prefix.
 *
 * @param namespace its namespace; empty if it has none
 * @param text the text directly within it
 */
public record XmlElement(
        String name,
        String namespace,
        Map<String, String> attributes,
        List<XmlElement> children,
        String text,
        int line) {
    private static final Pattern MESSAGE = Pattern.compile("(?s).*Message: ");

    private static final int DEEPEST = 200;
    private static final Pattern ENCODING =
            Pattern.compile("(?:\u00EF\u00BB\u00BF)?<\\?xml[^>]*?\\sencoding\\s*=\\s*[\"']([^\"']*)[\"']");

    /** A document that is not well-formed, with the place of the mistake. */
    public static final class Malformed extends Exception {
        private static final long serialVersionUID = 1;
        private final int line;

        Malformed(String message, int line) {
            super(message);
            this.line = line;
        }

        public int line() {
            return line;
        }
    }

    /** Reads a document; what a document type names outside itself is not fetched and its entities are not expanded. */
    public static XmlElement read(byte[] bytes) throws Malformed {
        XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        factory.setProperty(XMLInputFactory.IS_COALESCING, true);
        try {
            return read(factory.createXMLStreamReader(new StringReader(decoded(bytes))));
        } catch (XMLStreamException e) {
            int line = e.getLocation() == null ? 0 : Math.max(0, e.getLocation().getLineNumber());
            String message = MESSAGE.matcher(String.valueOf(e.getMessage())).replaceAll("");
            throw new Malformed(message, line);
        }
    }

    /** Decoded here, since the JDK's reader prints on standard error where bytes are not of the encoding they should be. */
    private static String decoded(byte[] bytes) throws Malformed {
        String start = new String(bytes, 0, Math.min(200, bytes.length), ISO_8859_1);
        Matcher declared = ENCODING.matcher(start);
        boolean utf16 = start.startsWith("\u00FE\u00FF") || start.startsWith("\u00FF\u00FE");
        String name = utf16 ? "UTF-16" : declared.lookingAt() ? declared.group(1) : "UTF-8";
        try {
            return Text.strict(bytes, Charset.forName(name)).replaceFirst("^\uFEFF", "");
        } catch (IllegalArgumentException e) {
            throw new Malformed("unknown encoding " + name, 1);
        } catch (CharacterCodingException e) {
            throw new Malformed("some bytes are not valid " + name, 1);
        }
    }

    private static XmlElement read(XMLStreamReader reader) throws XMLStreamException, Malformed {
        Deque<Open> open = new ArrayDeque<>();
        while (reader.hasNext()) {
            switch (reader.next()) {
                case XMLStreamConstants.START_ELEMENT -> {
                    open.push(new Open(reader));
                    if (open.size() > DEEPEST) throw new Malformed("nested too deeply", open.peek().line);
                }
                case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA -> {
                    if (!open.isEmpty()) open.peek().text.append(reader.getText());
                }
                case XMLStreamConstants.END_ELEMENT -> {
                    XmlElement element = open.pop().close();
                    if (open.isEmpty()) return element;
                    open.peek().children.add(element);
                }
                default -> {}
            }
        }
        throw new Malformed("no element", 0);
    }

    /** An attribute's value; empty if it is not there. */
    public String attribute(String key) {
        return attributes.getOrDefault(key, "");
    }

    public Stream<XmlElement> children(String ofName) {
        return children.stream().filter(child -> child.name.equals(ofName));
    }

    public Optional<XmlElement> child(String ofName) {
        return children(ofName).findFirst();
    }

    /** This element and all within it, in document order. */
    public Stream<XmlElement> all() {
        return Stream.concat(Stream.of(this), children.stream().flatMap(XmlElement::all));
    }

    /** The start tag as a user would write it, for evidence. */
    public String tag() {
        StringBuilder tag = new StringBuilder("<").append(name);
        attributes.forEach((key, value) ->
                tag.append(' ').append(key).append("=\"").append(value).append('"'));
        return tag.append('>').toString();
    }

    /** The same element with other attributes and children. */
    public XmlElement with(Map<String, String> others, List<XmlElement> inner) {
        return new XmlElement(name, namespace, others, inner, text, line);
    }

    /** The same element with each {@code @{name}} in it replaced by a value. */
    public XmlElement replacing(Map<String, String> values) {
        Map<String, String> replaced = new LinkedHashMap<>();
        attributes.forEach((key, value) -> replaced.put(key, replace(value, values)));
        List<XmlElement> inner =
                children.stream().map(child -> child.replacing(values)).toList();
        return new XmlElement(name, namespace, replaced, inner, replace(text, values), line);
    }

    private static String replace(String text, Map<String, String> values) {
        String replaced = text;
        for (Map.Entry<String, String> value : values.entrySet()) {
            replaced = replaced.replace("@{" + value.getKey() + "}", value.getValue());
        }
        return replaced;
    }

    private static final class Open {
        private final String name;
        private final String namespace;
        private final Map<String, String> attributes = new LinkedHashMap<>();
        private final List<XmlElement> children = new ArrayList<>();
        private final StringBuilder text = new StringBuilder();
        private final int line;

        Open(XMLStreamReader reader) {
            name = reader.getLocalName();
            namespace = reader.getNamespaceURI() == null ? "" : reader.getNamespaceURI();
            line = reader.getLocation().getLineNumber();
            for (int i = 0; i < reader.getAttributeCount(); i++) {
                attributes.put(reader.getAttributeLocalName(i), reader.getAttributeValue(i));
            }
        }

        XmlElement close() {
            return new XmlElement(
                    name,
                    namespace,
                    attributes,
                    List.copyOf(children),
                    text.toString().strip(),
                    line);
        }
    }
}
