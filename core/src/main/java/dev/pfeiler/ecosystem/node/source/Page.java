package dev.pfeiler.ecosystem.node.source;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import org.jsoup.nodes.Attribute;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.Range;
import org.jsoup.parser.Parser;

/**
 * A page, or a server's template of one, with what it loads.
 *
 * @param tags in the order in which they stand there
 * @param handlers code in attributes
 */
public record Page(String path, Text text, List<Tag> tags, List<String> handlers) {
    private static final Pattern REMOTE = Pattern.compile("(?is)(https?:)?//.*");
    private static final Pattern QUERY = Pattern.compile("[?#].*");
    private static final Pattern STYLE = Pattern.compile(".*\\bstylesheet\\b.*");

    /** The extensions of pages that a browser gets as they are. */
    public static final Set<String> STATIC = Set.of("html", "htm", "xhtml");

    private static final Set<String> SCRIPT_TYPES = Set.of(
            "", "text/javascript", "application/javascript", "module", "text/ecmascript", "text/babel", "text/jsx");

    /** What a tag loads or holds. */
    public enum Kind {
        SCRIPT,
        INLINE,
        STYLE,
        IMPORT_MAP
    }

    /**
     * A script or style tag.
     *
     * @param address as written; empty for one that holds its text
     * @param type the type attribute, in lower case
     * @param deferred whether it runs once the page is complete
     * @param integrity the hash that the browser checks; may be empty
     * @param code what it holds
     * @param start of the whole element, in the text
     * @param end behind it
     * @param addressStart of the address, in the text
     * @param addressEnd behind the address
     */
    public record Tag(
            Kind kind,
            String address,
            String type,
            boolean deferred,
            String integrity,
            String code,
            int start,
            int end,
            int addressStart,
            int addressEnd,
            Evidence evidence) {
        /** Whether another server is asked for it. */
        public boolean remote() {
            return REMOTE.matcher(address).matches();
        }

        public boolean module() {
            return type.equals("module");
        }

        /** The file that it loads, as seen from the top of the tree; empty for one of another server. */
        public Optional<String> file(String page) {
            if (address.isEmpty()
                    || remote()
                    || address.startsWith("data:")
                    || address.contains("${")
                    || address.contains("<%")
                    || address.contains("<?")
                    || address.contains("{{")) return Optional.empty();
            String plain = QUERY.matcher(address).replaceFirst("");
            if (plain.startsWith("/")) return Paths.normal(plain.substring(1));
            return Paths.normal(Paths.join(Paths.parent(page), plain));
        }
    }

    public Page {
        tags = List.copyOf(tags);
        handlers = List.copyOf(handlers);
    }

    public static Page read(String path, Text text) {
        String content = text.content();
        Document document = Parser.htmlParser().setTrackPosition(true).parseInput(content, "");
        List<Tag> tags = new ArrayList<>();
        List<String> handlers = new ArrayList<>();
        for (Element element : document.getAllElements()) {
            for (Attribute attribute : element.attributes()) {
                String name = attribute.getKey().toLowerCase(java.util.Locale.ROOT);
                String value = attribute.getValue();
                if (name.startsWith("on") && !value.isBlank()) handlers.add(value);
                if (value.regionMatches(true, 0, "javascript:", 0, 11)) handlers.add(value.substring(11));
            }
            tag(path, content, element).ifPresent(tags::add);
        }
        return new Page(path, text, tags, handlers);
    }

    private static Optional<Tag> tag(String path, String content, Element element) {
        boolean script = element.normalName().equals("script");
        boolean style = element.normalName().equals("link")
                && STYLE.matcher(element.attr("rel").toLowerCase(java.util.Locale.ROOT))
                        .matches();
        if (!script && !style) return Optional.empty();
        Range range = element.sourceRange();
        if (!range.isTracked()) return Optional.empty();
        String type = element.attr("type").strip().toLowerCase(java.util.Locale.ROOT);
        String attribute = script ? "src" : "href";
        String address = element.attr(attribute).strip();
        if (style && address.isEmpty()) return Optional.empty();
        boolean map = script && type.equals("importmap");
        // other types hold data or templates
        if (script && !map && !SCRIPT_TYPES.contains(type)) return Optional.empty();
        Kind kind = style ? Kind.STYLE : map ? Kind.IMPORT_MAP : address.isEmpty() ? Kind.INLINE : Kind.SCRIPT;
        Range value = element.attributes().sourceRange(attribute).valueRange();
        boolean placed = value.isTracked() && value.startPos() >= 0;
        int end = element.endSourceRange().isTracked() && script
                ? element.endSourceRange().endPos()
                : range.endPos();
        int start = range.startPos();
        return Optional.of(new Tag(
                kind,
                address,
                type,
                element.hasAttr("defer") || element.hasAttr("async") || type.equals("module"),
                element.attr("integrity").strip(),
                kind == Kind.INLINE || map ? element.data() : "",
                start,
                end,
                placed ? value.startPos() : -1,
                placed ? value.endPos() : -1,
                new Evidence(path, range.start().lineNumber(), content.substring(start, Math.min(end, start + 160)))));
    }

    /** The scripts that the page itself holds: in tags and in attributes. */
    public List<Script> inline() {
        List<Script> scripts = new ArrayList<>();
        tags.stream()
                .filter(tag -> tag.kind() == Kind.INLINE)
                .forEach(tag -> scripts.add(ScriptReader.read(path, tag.code())));
        handlers.forEach(code -> scripts.add(ScriptReader.read(path, code)));
        return scripts;
    }

    /** The global names that code in the page uses. */
    public Set<String> uses() {
        Set<String> uses = new TreeSet<>();
        inline().forEach(script -> uses.addAll(script.names().used().keySet()));
        return uses;
    }
}
