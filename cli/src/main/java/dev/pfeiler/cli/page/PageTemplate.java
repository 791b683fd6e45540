package dev.pfeiler.cli.page;

import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.Template;
import dev.pfeiler.cli.Version;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.HashMap;
import java.util.Map;
import java.util.regex.Pattern;

/**
 * A page in one file, with the style and the script of all pages. Every text from a project is escaped, and a content
 * security policy forbids all requests and every style and script but those two.
 */
public final class PageTemplate {
    /** Marks that change the direction of the text after them: what is read would not be what is there. */
    private static final Pattern DIRECTIONS = Pattern.compile("[\\u202A-\\u202E\\u2066-\\u2069]");

    private static final String STYLE = read("page.css");
    private static final String SCRIPT = read("page.js");

    private final Template template;

    public PageTemplate(String name) {
        this.template = Mustache.compiler()
                .emptyStringIsFalse(true)
                .zeroIsFalse(true)
                .withLoader(part -> reader(part + ".mustache"))
                .withFormatter(PageTemplate::shown)
                .compile(reader(name));
    }

    /** @param content the values of the template, by name */
    public String fill(Map<String, Object> content) {
        Map<String, Object> values = new HashMap<>(content);
        values.put("style", STYLE);
        values.put("script", SCRIPT);
        values.put(
                "policy",
                "default-src 'none'; img-src data:; style-src '" + hash(STYLE) + "'; script-src '" + hash(SCRIPT)
                        + "'; base-uri 'none'; form-action 'none'");
        values.put("generator", Version.text());
        return template.execute(values);
    }

    private static String shown(Object value) {
        return DIRECTIONS.matcher(Text.plain(String.valueOf(value))).replaceAll("\uFFFD");
    }

    private static String hash(String text) {
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8));
            return "sha256-" + Base64.getEncoder().encodeToString(digest);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private static String read(String name) {
        try (InputStream in = PageTemplate.class.getResourceAsStream(name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Reader reader(String name) {
        return new InputStreamReader(PageTemplate.class.getResourceAsStream(name), StandardCharsets.UTF_8);
    }
}
