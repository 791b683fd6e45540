package dev.pfeiler.ecosystem.node.registry;

import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.slf4j.LoggerFactory;

/**
 * The person's settings of npm, read as npm reads them: environment variables over the project's, the user's and the
 * machine's {@code .npmrc}. Source: the npm documentation, config and npmrc.
 *
 * @param values by key, in lower case
 */
public record NpmSettings(Map<String, String> values, Path cache) {
    private static final Pattern QUOTED = Pattern.compile("^([\"'])(.*)\\1$");
    private static final Pattern HYPHENS = Pattern.compile("^-+");
    private static final Pattern PROTOCOL = Pattern.compile("^https?:");
    private static final Pattern QUERY = Pattern.compile("[?#].*");
    private static final Pattern LAST_FOLDER = Pattern.compile("[^/]+/?$");
    private static final Pattern WITH_PATH = Pattern.compile("//.*/.*");
    private static final Pattern HOST_ALONE = Pattern.compile("//[^/]+/");

    /** Where npm itself keeps the defaults of its settings, from the folder of its program. */
    private static final String DEFAULTS = "node_modules/@npmcli/config/lib/definitions/definitions.js";

    private static final Pattern DEFAULT_REGISTRY =
            Pattern.compile("Definition\\('registry', \\{\\s*default: ['\"`](https?://[^'\"`]+)");
    private static final Pattern VARIABLE = Pattern.compile("\\$\\{([^}]+)\\}");

    public NpmSettings {
        values = Map.copyOf(values);
    }

    /**
     * The settings that are in force for a project. Its own file names registries and nothing else: it is a file like any
     * other of the project, so it gets no variable of the environment, no credential, and no say in where files are.
     *
     * @param project the text of the project's own file; empty if it has none
     */
    public static NpmSettings of(String project, Environment environment) {
        Map<String, String> variables = new LinkedHashMap<>();
        environment.variables().forEach((name, value) -> {
            String lower = name.toLowerCase(Locale.ROOT);
            if (lower.startsWith("npm_config_") && !value.isEmpty())
                variables.put(key(name.substring("npm_config_".length())), value);
        });
        Map<String, String> values = new LinkedHashMap<>();
        Path user = Path.of(variables.getOrDefault(
                "userconfig", environment.home().resolve(".npmrc").toString()));
        usualRegistry(environment).ifPresent(address -> values.put("registry", address));
        machine(variables, environment)
                .ifPresent(file -> read(file, environment).forEach(values::put));
        values.putAll(read(user, environment));
        parse(project, Map.of()).forEach((key, value) -> {
            boolean registry = key.equals("registry") || key.startsWith("@") && key.endsWith(":registry");
            if (registry && value.indexOf('$') < 0) values.put(key, value);
        });
        values.putAll(variables);
        Path cache = Optional.ofNullable(values.get("cache"))
                .map(path -> path.startsWith("~/") ? environment.home().resolve(path.substring(2)) : Path.of(path))
                .orElse(environment.home().resolve(".npm"));
        return new NpmSettings(values, cache);
    }

    /** The machine's file is below the folder that holds the folder of the program. */
    private static Optional<Path> machine(Map<String, String> variables, Environment environment) {
        if (variables.containsKey("globalconfig")) return Optional.of(Path.of(variables.get("globalconfig")));
        Optional<Path> prefix = Optional.ofNullable(variables.get("prefix"))
                .map(Path::of)
                .or(() -> environment.program("node").map(NpmSettings::real).map(node -> node.getParent()
                        .getParent()));
        return prefix.map(path -> path.resolve("etc/npmrc"));
    }

    /** The registry that npm asks where nothing is set; nothing if npm is not installed. */
    private static Optional<String> usualRegistry(Environment environment) {
        return environment.program("npm").map(NpmSettings::real).flatMap(program -> {
            Path defaults = program.getParent().getParent().resolve(DEFAULTS);
            try {
                Matcher found = DEFAULT_REGISTRY.matcher(Files.isReadable(defaults) ? Files.readString(defaults) : "");
                return found.find() ? Optional.of(found.group(1)) : Optional.empty();
            } catch (IOException e) {
                return Optional.empty();
            }
        });
    }

    private static Path real(Path path) {
        try {
            return path.toRealPath();
        } catch (IOException e) {
            return path.toAbsolutePath();
        }
    }

    private static Map<String, String> read(Path file, Environment environment) {
        try {
            return Files.isReadable(file) ? parse(Files.readString(file), environment.variables()) : Map.of();
        } catch (IOException e) {
            LoggerFactory.getLogger(NpmSettings.class).warn("Cannot read {}: {}", file, e.toString());
            return Map.of();
        }
    }

    private static Map<String, String> parse(String text, Map<String, String> variables) {
        Map<String, String> values = new LinkedHashMap<>();
        for (String line : text.lines().toList()) {
            String plain = line.strip();
            int equals = plain.indexOf('=');
            if (plain.startsWith(";") || plain.startsWith("#") || equals < 1) continue;
            String name = plain.substring(0, equals).strip();
            String value = QUOTED.matcher(plain.substring(equals + 1).strip()).replaceAll("$2");
            Matcher variable = VARIABLE.matcher(value);
            value = variable.replaceAll(
                    match -> Matcher.quoteReplacement(variables.getOrDefault(match.group(1), match.group())));
            values.put(key(name), value);
        }
        return values;
    }

    /** Keys of registries are addresses and scopes, in which an underscore is one. */
    private static String key(String name) {
        if (name.startsWith("//") || name.startsWith("@")) return name;
        return HYPHENS.matcher(name.toLowerCase(Locale.ROOT).replace('_', '-')).replaceFirst("");
    }

    public Optional<String> of(String key) {
        return Optional.ofNullable(values.get(key)).filter(value -> !value.isBlank() && !value.equals("null"));
    }

    /** The address of the registry that has a package, with a slash at its end; empty if none is known. */
    public String registry(String name) {
        Optional<String> scoped = name.startsWith("@") ? of(Paths.first(name) + ":registry") : Optional.empty();
        String address = scoped.or(() -> of("registry")).orElse("");
        return address.isEmpty() || address.endsWith("/") ? address : address + "/";
    }

    /** What an {@code Authorization} header has to say to an address; empty if nothing is known. */
    public Optional<String> authorization(String address) {
        String rest = QUERY.matcher(PROTOCOL.matcher(address).replaceFirst("")).replaceFirst("");
        for (String part = rest;
                part.length() > 2;
                part = LAST_FOLDER.matcher(part).replaceFirst("")) {
            String base = part.endsWith("/") ? part : part + "/";
            Optional<String> token = of(base + ":_authToken");
            if (token.isPresent()) return Optional.of("Bearer " + token.get());
            Optional<String> basic = of(base + ":_auth");
            if (basic.isPresent()) return Optional.of("Basic " + basic.get());
            if (!WITH_PATH.matcher(part).matches() || HOST_ALONE.matcher(part).matches()) break;
        }
        return Optional.empty();
    }

    /** The addresses of proxies, the one for encrypted connections first. */
    public List<String> proxies(Environment environment) {
        List<String> proxies = new ArrayList<>();
        of("https-proxy").ifPresent(proxies::add);
        of("proxy").ifPresent(proxies::add);
        for (String name : List.of("HTTPS_PROXY", "https_proxy", "HTTP_PROXY", "http_proxy"))
            Optional.ofNullable(environment.variables().get(name))
                    .filter(value -> !value.isBlank())
                    .ifPresent(proxies::add);
        return proxies;
    }

    public boolean offline() {
        return values.getOrDefault("offline", "false").equals("true");
    }
}
