package dev.pfeiler.fresh;

import freemarker.core.TemplateClassResolver;
import freemarker.template.Configuration;
import freemarker.template.Template;
import freemarker.template.TemplateException;
import freemarker.template.TemplateExceptionHandler;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Fills in templates of sources. Their own syntax uses square brackets ({@code [=name]}, {@code [#if …]}), as braces and
 * angle brackets are part of the languages that they are for.
 */
public final class Templates {
    private final Configuration configuration = new Configuration(Configuration.VERSION_2_3_33);
    private final List<Class<?>> contributors;
    private final Optional<Path> own;

    /**
     * @param contributors classes beside which folders with templates are, among the resources
     * @param own a folder with templates of the user's; they come before those that come with Pfeiler
     */
    public Templates(List<Class<?>> contributors, Optional<Path> own) {
        this.contributors = List.copyOf(contributors);
        this.own = own;
        configuration.setTagSyntax(Configuration.SQUARE_BRACKET_TAG_SYNTAX);
        configuration.setInterpolationSyntax(Configuration.SQUARE_BRACKET_INTERPOLATION_SYNTAX);
        configuration.setTemplateExceptionHandler(TemplateExceptionHandler.RETHROW_HANDLER);
        configuration.setLogTemplateExceptions(false);
        configuration.setNumberFormat("computer");
        configuration.setNewBuiltinClassResolver(TemplateClassResolver.ALLOWS_NOTHING_RESOLVER);
    }

    /** The text that a template becomes. */
    public String fill(String name, Map<String, Object> values) {
        return text(name, source(name), values);
    }

    /** A short text with values in it, for example a path. */
    public String text(String name, String source, Map<String, Object> values) {
        try {
            StringWriter out = new StringWriter();
            new Template(name, new StringReader(source), configuration).process(values, out);
            return out.toString();
        } catch (IOException | TemplateException e) {
            throw new IllegalArgumentException("the template " + name + ": " + e.getMessage(), e);
        }
    }

    private String source(String name) {
        try {
            Optional<Path> file = own.map(folder -> folder.resolve(name)).filter(Files::isRegularFile);
            if (file.isPresent()) return Files.readString(file.get());
            for (Class<?> contributor : contributors) {
                try (InputStream in = contributor.getResourceAsStream("templates/" + name)) {
                    if (in != null) return new String(in.readAllBytes(), StandardCharsets.UTF_8);
                }
            }
            throw new IllegalArgumentException("no template " + name);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
