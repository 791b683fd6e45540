package dev.pfeiler.ecosystem.go.registry;

import dev.pfeiler.process.Environment;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The person's settings of the go command: environment variables over the file that {@code go env -w} writes, over those of
 * the installed Go. Source: the documentation of the go command, environment variables.
 *
 * @param proxies addresses that are asked for modules, in their order
 * @param cache the folder in which the go command keeps what it has fetched
 */
public record GoSettings(List<String> proxies, Path cache) {
    private static final Pattern LINE = Pattern.compile("\\s*(\\w+)=(.*?)\\s*");
    /** Where the go command itself keeps its default, in releases without a file for that. */
    private static final Pattern DEFAULT = Pattern.compile("\"GOPROXY\", *\"([^\"]+)\"");

    private static final Pattern SEPARATOR = Pattern.compile("[,|]");
    private static final Pattern ADDRESS = Pattern.compile("(?:https?|file)://.*");

    public GoSettings {
        proxies = List.copyOf(proxies);
    }

    public static GoSettings of(Environment environment) {
        Map<String, String> values = new LinkedHashMap<>();
        root(environment).ifPresent(root -> usual(root, values));
        Path configuration = Optional.ofNullable(environment.variables().get("XDG_CONFIG_HOME"))
                .filter(text -> !text.isEmpty())
                .map(Path::of)
                .orElse(environment.home().resolve(".config"));
        read(configuration.resolve("go/env"), values);
        for (String name : List.of("GOPROXY", "GOMODCACHE", "GOPATH"))
            Optional.ofNullable(environment.variables().get(name))
                    .filter(text -> !text.isEmpty())
                    .ifPresent(value -> values.put(name, value));
        List<String> proxies = new ArrayList<>();
        for (String proxy : SEPARATOR.split(values.getOrDefault("GOPROXY", ""))) {
            if (proxy.equals("off")) break;
            if (ADDRESS.matcher(proxy).matches())
                proxies.add(proxy.endsWith("/") ? proxy.substring(0, proxy.length() - 1) : proxy);
        }
        Path path = Optional.ofNullable(values.get("GOPATH"))
                .map(text -> Path.of(text.split(java.io.File.pathSeparator)[0]))
                .orElse(environment.home().resolve("go"));
        Path cache = Optional.ofNullable(values.get("GOMODCACHE")).map(Path::of).orElse(path.resolve("pkg/mod"));
        return new GoSettings(proxies, cache);
    }

    /** The folder of the installed Go, from where its program is. */
    private static Optional<Path> root(Environment environment) {
        return environment.program("go").flatMap(program -> {
            try {
                return Optional.ofNullable(program.toRealPath().getParent()).map(Path::getParent);
            } catch (IOException e) {
                return Optional.empty();
            }
        });
    }

    private static void usual(Path root, Map<String, String> values) {
        text(root.resolve("src/cmd/go/internal/cfg/cfg.go")).ifPresent(text -> {
            Matcher matcher = DEFAULT.matcher(text);
            if (matcher.find()) values.put("GOPROXY", matcher.group(1));
        });
        read(root.resolve("go.env"), values);
    }

    private static void read(Path file, Map<String, String> values) {
        text(file).ifPresent(text -> text.lines().forEach(line -> {
            Matcher matcher = LINE.matcher(line);
            if (matcher.matches()) values.put(matcher.group(1), matcher.group(2));
        }));
    }

    private static Optional<String> text(Path file) {
        try {
            return Files.isRegularFile(file) && Files.size(file) < 1 << 20
                    ? Optional.of(Files.readString(file))
                    : Optional.empty();
        } catch (IOException e) {
            return Optional.empty();
        }
    }
}
