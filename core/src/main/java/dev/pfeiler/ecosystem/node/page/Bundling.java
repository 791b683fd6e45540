package dev.pfeiler.ecosystem.node.page;

import dev.pfeiler.ecosystem.node.library.InstalledPackages;
import dev.pfeiler.ecosystem.node.model.Dependencies;
import dev.pfeiler.ecosystem.node.model.LibraryCopy;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.registry.Manifest;
import dev.pfeiler.ecosystem.node.source.Page;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.ecosystem.node.source.ScriptReader;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Plans bundles for pages. The script tags of a page that follow each other, with nothing between them that runs, become
 * one bundle at the place of the last of them: what a script finds in the page is there then, and the order stays. An entry
 * module loads libraries and own scripts one after the other; names that scripts share are properties of the window, which
 * read and set the variables of the script that declares them.
 */
public final class Bundling {
    /** Where a script starts a worker, or a worker loads scripts. Source: the HTML standard, workers. */
    private static final Pattern WORKER = Pattern.compile("\\b(?:Worker|importScripts)\\s*\\(([^)]*)\\)");

    private static final Pattern QUOTED = Pattern.compile("[\"']([^\"']+)[\"']");
    private static final Pattern LIBRARY_NAME = Pattern.compile("\\$|_|jQuery");
    private static final Pattern LEADING_COMMENTS =
            Pattern.compile("\\A(?:\\s++|/\\*(?:[^*]++|\\*(?!/))*+\\*/|//[^\\n]*+\\n)++");
    private static final Pattern VERSION = Pattern.compile("(?<=.)@.*");
    private static final Pattern NO_LETTERS = Pattern.compile("[^A-Za-z0-9]|js$");

    /** How much of a library can hold what tells its loader from a page; in characters. */
    private static final int HEAD = 2_000;
    /** How much of its end. */
    private static final int TAIL = 1_000;

    /** A file that a style sheet names. */
    private static final Pattern NAMED = Pattern.compile(
            "url\\(\\s*[\"']?(?!data:|#|https?:|//)[^\"')]*?\\.(\\w{2,5})(?:[?#][^\"')]*)?[\"']?\\s*\\)");

    private final NodeProject project;
    private final Dependencies dependencies;
    private final Map<String, String> renamed;
    /** What the compiler writes, with the source of each. */
    private final Map<String, String> compiled;

    private final Map<String, LibraryCopy> libraries = new HashMap<>();
    private final Map<String, Script> libraryScripts = new HashMap<>();
    private final Map<String, String> entries = new LinkedHashMap<>();
    private final Map<String, String> pages = new LinkedHashMap<>();
    private final Set<String> bundled = new LinkedHashSet<>();
    private final Set<String> kept = new TreeSet<>();
    private final List<Finding> left = new ArrayList<>();
    private final String sources;
    private final String root;
    private final String output;

    /** @param renamed the new paths of sources that get others */
    public Bundling(
            NodeProject project, Dependencies dependencies, List<LibraryCopy> copies, Map<String, String> renamed) {
        this.renamed = Map.copyOf(renamed);
        this.compiled = project.compiled();
        this.project = project;
        this.dependencies = dependencies;
        copies.forEach(copy -> copy.files().keySet().forEach(file -> libraries.put(file, copy)));
        this.sources = free("src", "entries", "bundle-src");
        this.root = root();
        this.output = free(Stream.of("dist", "bundles", "bundle-out")
                .map(name -> Paths.join(root, name))
                .toArray(String[]::new));
    }

    /** The folder that all pages are served from, as far as what they load shows it. */
    private String root() {
        Set<String> folders = new TreeSet<>();
        for (Page page : project.pages().values()) {
            folders.add(Paths.parent(page.path()));
            page.tags().forEach(tag -> tag.file(page.path())
                    .filter(project.tree()::has)
                    .map(Paths::parent)
                    .ifPresent(folders::add));
        }
        return Paths.common(folders);
    }

    private String free(String... names) {
        for (String name : names) if (!project.tree().folders().contains(name)) return name;
        return names[names.length - 1];
    }

    /** The source that a tag loads, or what is made of it. */
    private Optional<String> file(Page page, Page.Tag tag) {
        return tag.file(page.path()).map(file -> compiled.getOrDefault(file, file));
    }

    public BundlePlan plan() {
        for (Page page : project.pages().values()) {
            if (Page.STATIC.contains(Paths.extension(page.path())) && isEditable(page)) page(page);
            else page.tags().forEach(tag -> file(page, tag).ifPresent(kept::add));
        }
        Map<String, String> scripts = new TreeMap<>();
        boolean outerThis = false;
        for (String path : bundled) {
            Script script = project.scripts().get(path);
            if (script == null) continue;
            outerThis |= !script.names().outerThis().isEmpty();
            Set<String> shared = shared(script);
            if (!shared.isEmpty()) scripts.put(path, publishing(script, shared));
        }
        return new BundlePlan(entries, pages, scripts, output, sources, outerThis, List.copyOf(kept), left);
    }

    /** A control character was replaced when the page was read; an edit would write the replacement. */
    private boolean isEditable(Page page) {
        boolean editable = page.text().content().indexOf('\uFFFD') < 0;
        if (!editable)
            left.add(
                    info(page.path(), "contains control characters, and stays as it is", Evidence.of(page.path(), "")));
        return editable;
    }

    /** Tags that become one bundle. */
    private record Segment(List<Page.Tag> tags) {
        Page.Tag last() {
            return tags.get(tags.size() - 1);
        }
    }

    private void page(Page page) {
        List<Segment> segments = segments(page);
        if (segments.isEmpty()) return;
        String stem = Paths.relative(root, Paths.withoutExtension(page.path()));
        String text = page.text().content();
        // from the end, so that places before stay what they are
        List<Edit> edits = new ArrayList<>();
        Set<String> loaded = new HashSet<>();
        List<Page.Tag> styles = styles(page);
        for (int i = 0; i < segments.size(); i++) {
            Segment segment = segments.get(i);
            String name = i == 0 ? stem : stem + "-" + (i + 1);
            entries.put(
                    Paths.join(sources, name + ".js"), entry(page, segment, i == 0 ? styles : List.of(), name, loaded));
            segment.tags().forEach(tag -> file(page, tag).ifPresent(bundled::add));
            for (Page.Tag tag : segment.tags()) {
                if (tag != segment.last()) edits.add(removal(text, tag));
                else edits.add(new Edit(tag.start(), tag.end(), element(page, tag, name)));
            }
        }
        for (Page.Tag style : styles) {
            boolean first = style == styles.get(0);
            String address = address(page, style, Paths.join(output, stem + ".css"));
            edits.add(first ? new Edit(style.addressStart(), style.addressEnd(), address) : removal(text, style));
        }
        edits.sort((one, other) -> Integer.compare(other.start(), one.start()));
        StringBuilder changed = new StringBuilder(text);
        edits.forEach(edit -> changed.replace(edit.start(), edit.end(), edit.text()));
        pages.put(page.path(), changed.toString());
        page.tags().stream()
                .filter(tag ->
                        segments.stream().noneMatch(segment -> segment.tags().contains(tag)) && !styles.contains(tag))
                .forEach(tag -> file(page, tag).ifPresent(kept::add));
    }

    private record Edit(int start, int end, String text) {}

    /** Takes a tag out, with its line if nothing else stands there. */
    private static Edit removal(String text, Page.Tag tag) {
        int start = tag.start();
        while (start > 0 && (text.charAt(start - 1) == ' ' || text.charAt(start - 1) == '\t')) start--;
        int end = tag.end();
        while (end < text.length() && (text.charAt(end) == ' ' || text.charAt(end) == '\t' || text.charAt(end) == '\r'))
            end++;
        boolean whole =
                (start == 0 || text.charAt(start - 1) == '\n') && end < text.length() && text.charAt(end) == '\n';
        return whole ? new Edit(start, end + 1, "") : new Edit(tag.start(), tag.end(), "");
    }

    private String element(Page page, Page.Tag tag, String name) {
        String address = address(page, tag, Paths.join(output, name + ".js"));
        return "<script src=\"" + address + "\"" + (tag.deferred() ? " defer" : "") + "></script>";
    }

    private String address(Page page, Page.Tag tag, String file) {
        return tag.address().startsWith("/")
                ? "/" + Paths.relative(root, file)
                : Paths.from(Paths.parent(page.path()), file);
    }

    /**
     * Style sheets of libraries that precede all others. One that names files stays where these are: scripts may look for
     * them, too.
     */
    private List<Page.Tag> styles(Page page) {
        List<Page.Tag> styles = new ArrayList<>();
        for (Page.Tag tag : page.tags()) {
            if (tag.kind() != Page.Kind.STYLE) continue;
            boolean joins = file(page, tag)
                    .filter(file -> libraries.containsKey(file)
                            && !NAMED.matcher(content(file)).find())
                    .isPresent();
            if (!joins) break;
            styles.add(tag);
        }
        return styles;
    }

    private List<Segment> segments(Page page) {
        List<Segment> segments = new ArrayList<>();
        List<Page.Tag> open = new ArrayList<>();
        Set<String> fixed = fixed(page);
        for (Page.Tag tag : page.tags()) {
            if (tag.kind() == Page.Kind.STYLE || tag.kind() == Page.Kind.IMPORT_MAP) continue;
            boolean joins = tag.kind() == Page.Kind.SCRIPT
                    && !tag.type().startsWith("text/babel")
                    && !tag.type().startsWith("text/jsx")
                    && file(page, tag)
                            .filter(file -> !fixed.contains(file)
                                    && (libraries.containsKey(file)
                                            || project.scripts().containsKey(file)))
                            .isPresent();
            boolean other = !open.isEmpty() && open.get(0).deferred() != tag.deferred();
            if ((!joins || other) && !open.isEmpty()) {
                segments.add(new Segment(List.copyOf(open)));
                open.clear();
            }
            if (joins) open.add(tag);
        }
        if (!open.isEmpty()) segments.add(new Segment(List.copyOf(open)));
        return segments;
    }

    /** Files of a page that must be loaded by a tag of their own. */
    private Set<String> fixed(Page page) {
        Set<String> fixed = new HashSet<>();
        Map<String, String> declared = new HashMap<>();
        for (Page.Tag tag : page.tags()) {
            Optional<String> file = file(page, tag);
            if (tag.kind() != Page.Kind.SCRIPT || file.isEmpty()) continue;
            LibraryCopy copy = libraries.get(file.get());
            if (copy != null && !isModule(file.get())) {
                fixed.add(file.get());
                left.add(info(file.get(), "not a module; kept as a script tag", tag.evidence()));
            }
            Script script = project.scripts().get(file.get());
            if (script == null) continue;
            boolean place = script.content().contains("document.currentScript");
            boolean worker = isOfWorker(page, file.get());
            boolean template = project.pages().values().stream()
                    .filter(other -> !Page.STATIC.contains(Paths.extension(other.path())))
                    .anyMatch(other -> other.tags().stream()
                            .anyMatch(one -> file(other, one).equals(file)));
            if (place || worker || template || !script.editable()) {
                fixed.add(file.get());
                String why = place
                        ? "uses document.currentScript"
                        : worker
                                ? "is loaded by a worker, too"
                                : template ? "is loaded by a template" : "contains control characters";
                left.add(info(file.get(), why + "; kept as a script tag", tag.evidence()));
            }
            if (script.modules().ecma()) continue;
            for (String name : script.names().declared().keySet()) {
                String other = declared.putIfAbsent(name, file.get());
                if (other == null
                        || other.equals(file.get())
                        || !isUsedOutside(name, Set.of(other, file.get())) && !assigns(name, other, file.get()))
                    continue;
                fixed.add(other);
                fixed.add(file.get());
                left.add(info(
                        file.get(),
                        "shares the variable " + name + " with " + other + "; pages load both by script tags",
                        tag.evidence()));
            }
        }
        return fixed;
    }

    /** Whether a worker, which has no window, loads a script: by a path from the page, or from another script. */
    private boolean isOfWorker(Page page, String file) {
        for (Script script : project.scripts().values()) {
            Matcher call = WORKER.matcher(script.content());
            while (call.find()) {
                Matcher name = QUOTED.matcher(call.group(1));
                while (name.find())
                    for (String from : List.of(page.path(), script.path()))
                        if (Paths.normal(Paths.join(Paths.parent(from), name.group(1)))
                                .filter(file::equals)
                                .isPresent()) return true;
            }
        }
        return false;
    }

    private static Finding info(String subject, String fact, Evidence evidence) {
        return Finding.of(
                Finding.Topic.FOLDERS, subject, fact, dev.pfeiler.evidence.Certainty.CERTAIN, List.of(evidence));
    }

    /** Whether two scripts that declare a name may mean one variable by it, not two that happen to be called alike. */
    private boolean assigns(String name, String one, String other) {
        // what both declare with a value of its own at its start is set before it is used
        Pattern set = Pattern.compile("\\b(?:var|let|const|function|class)\\s+" + Pattern.quote(name) + "\\s*[=({]");
        return !set.matcher(project.scripts().get(one).content()).find()
                || !set.matcher(project.scripts().get(other).content()).find();
    }

    private boolean isUsedOutside(String name, Set<String> except) {
        return project.scripts().values().stream()
                        .anyMatch(script -> !except.contains(script.path())
                                && script.names().used().containsKey(name))
                || project.pages().values().stream()
                        .anyMatch(page -> page.uses().contains(name));
    }

    /** The script of a library as it was copied. */
    private Script library(String file) {
        return libraryScripts.computeIfAbsent(file, path -> ScriptReader.read(path, content(path)));
    }

    private String content(String file) {
        try {
            return project.tree().text(file).content();
        } catch (IOException e) {
            return "";
        }
    }

    /** Whether a library can be loaded as a module: it asks for one, or gives nothing but what it puts on the window. */
    private boolean isModule(String file) {
        Script script = library(file);
        if (script.modules().any() || script.content().contains("exports")) return true;
        return script.names().declared().keySet().stream().noneMatch(name -> isUsedOutside(name, Set.of()));
    }

    private String entry(Page page, Segment segment, List<Page.Tag> styles, String name, Set<String> loaded) {
        StringBuilder text =
                new StringBuilder("// What " + Paths.name(page.path()) + " loads, in the order of its tags.\n");
        String folder = Paths.parent(Paths.join(sources, name));
        for (Page.Tag tag : styles) {
            String file = file(page, tag).orElseThrow();
            LibraryCopy copy = libraries.get(file);
            text.append("require(\"")
                    .append(copy.dependency())
                    .append('/')
                    .append(copy.files().get(file))
                    .append("\");\n");
        }
        for (Page.Tag tag : segment.tags()) {
            String file = file(page, tag).orElseThrow();
            if (!loaded.add(file)) continue;
            LibraryCopy copy = libraries.get(file);
            if (copy == null) {
                String path = Paths.from(folder, renamed.getOrDefault(file, file));
                text.append("require(\"")
                        .append(path.startsWith(".") ? path : "./" + path)
                        .append("\");\n");
                continue;
            }
            String specifier = specifier(copy, file, folder);
            // in a package of ECMAScript modules, such a file finds no loader and sets its names itself
            boolean alone = dependencies.manifest(copy.dependency()).module() && !specifier.equals(copy.dependency());
            if (!alone)
                globals(file)
                        .forEach(global -> text.append("window.").append(global).append(" = "));
            text.append("require(\"").append(specifier).append("\");\n");
        }
        return text.toString();
    }

    /** How a library is named: by its package where others need it by that name, else by its file. */
    private String specifier(LibraryCopy copy, String file, String folder) {
        Manifest manifest = dependencies.manifest(copy.dependency());
        String within = copy.files().get(file);
        boolean needed = libraries.values().stream()
                .distinct()
                .filter(other -> other != copy)
                .anyMatch(other ->
                        dependencies.manifest(other.dependency()).needs().contains(manifest.name()));
        // its parts are those of another build of what it is used with
        boolean parted = libraries.entrySet().stream()
                .filter(other -> manifest.needs()
                        .contains(dependencies
                                .manifest(other.getValue().dependency())
                                .name()))
                .anyMatch(other -> !isUsual(other.getValue(), other.getKey()));
        boolean reachable =
                manifest.entry("./" + within, Set.of("browser", "require")).isPresent();
        if (isUsual(copy, file) || needed || parted) return copy.dependency();
        if (reachable) return copy.dependency() + "/" + within;
        // its parts must be those of the packages it is used with
        boolean needs = libraries.values().stream().anyMatch(other -> manifest.needs()
                .contains(dependencies.manifest(other.dependency()).name()));
        if (needs) return copy.dependency();
        // a package that does not export the file still has it
        return Paths.from(folder, InstalledPackages.FOLDER + "/" + copy.dependency() + "/" + within);
    }

    /** Whether a copied file is the one that its package's name stands for. */
    private boolean isUsual(LibraryCopy copy, String file) {
        String main = dependencies
                .manifest(copy.dependency())
                .entry(".", Set.of("browser", "require"))
                .orElse("");
        // the minified file of a package may be in another folder than the one it stands for
        return Paths.name(copy.files().get(file))
                .replace(".min.", ".")
                .equals(Paths.name(main).replace(".min.", "."));
    }

    /** The global names that others expect of a library. */
    private Set<String> globals(String file) {
        Set<String> expected = new TreeSet<>();
        project.scripts()
                .values()
                .forEach(script -> expected.addAll(script.names().used().keySet()));
        project.pages().values().forEach(page -> expected.addAll(page.uses()));
        // the bundler makes calls of it from markup
        if (project.scripts().values().stream().anyMatch(Script::markup)) expected.add("React");
        libraries.keySet().stream()
                .filter(other -> !other.equals(file) && other.endsWith(".js"))
                .forEach(other -> library(other).names().used().keySet().stream()
                        .filter(name -> isNameOf(name, libraries.get(file)))
                        .forEach(expected::add));
        project.scripts().values().forEach(script -> {
            if (!script.modules().any())
                expected.removeAll(script.names().declared().keySet());
        });
        String content = edges(library(file).content());
        Set<String> own = library(file).names().used().keySet();
        return expected.stream()
                .filter(name -> name.length() > 0
                        && !BROWSER.contains(name)
                        && (!own.contains(name) || LIBRARY_NAME.matcher(name).matches()))
                .filter(name -> Pattern.compile("[.\\[]['\"]?" + Pattern.quote(name) + "['\"]?\\]?\\s*=(?!=)")
                        .matcher(content)
                        .find())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** The start and the end of a library, where it gives itself a global name if no loader takes it. */
    private static String edges(String content) {
        String code = LEADING_COMMENTS.matcher(content).replaceFirst("");
        if (code.length() <= HEAD + TAIL) return code;
        return code.substring(0, HEAD) + "\n" + code.substring(code.length() - TAIL);
    }

    /** Whether a name is that of a package, so that another library may mean it. */
    private static boolean isNameOf(String name, LibraryCopy copy) {
        String plain = NO_LETTERS
                .matcher(VERSION.matcher(copy.artifact()).replaceFirst(""))
                .replaceAll("");
        return name.equalsIgnoreCase(plain) || name.equals("$") && plain.equals("jquery");
    }

    /** Names that a browser brings, which a library may set or extend. */
    private static final Set<String> BROWSER = Set.of(
            ("window document navigator location history screen console Promise Symbol Map Set WeakMap WeakSet Proxy Reflect Object"
                            + " Array String Number Boolean Function Date Math JSON RegExp Error Event CustomEvent Element Node"
                            + " XMLHttpRequest fetch setTimeout clearTimeout setInterval clearInterval requestAnimationFrame"
                            + " cancelAnimationFrame alert confirm prompt name status top parent self event length open close"
                            + " define module exports require global process Intl URL Blob File FormData performance"
                            + " localStorage sessionStorage isFinite isNaN parseInt parseFloat encodeURIComponent"
                            + " decodeURIComponent")
                    .split(" "));

    /** The names of a script that its pages or other scripts use. */
    private Set<String> shared(Script script) {
        if (script.modules().ecma()) return Set.of();
        Set<String> shared = new TreeSet<>();
        for (String name : script.names().declared().keySet())
            if (isUsedOutside(name, Set.of(script.path()))) shared.add(name);
        return shared;
    }

    private String publishing(Script script, Set<String> shared) {
        StringBuilder block =
                new StringBuilder("// Names that the page and other scripts use.\nObject.defineProperties(window, {\n");
        boolean typed = script.typed() || renamed.containsKey(script.path());
        for (String name : shared) {
            boolean fixed = Pattern.compile("\\b(?:const|class)\\s+" + Pattern.quote(name) + "\\b")
                    .matcher(script.content())
                    .find();
            // the compiler does not let a function be replaced
            fixed |= typed && script.names().declared().get(name);
            block.append("  ")
                    .append(name)
                    .append(": { get: function () { return ")
                    .append(name)
                    .append("; }, ");
            String value = script.typed() ? "value: any" : "value";
            if (!fixed)
                block.append("set: function (")
                        .append(value)
                        .append(") { ")
                        .append(name)
                        .append(" = value; }, ");
            block.append("configurable: true },\n");
        }
        block.append("});\n\n");
        String content = script.content();
        String end = content.contains("\r\n") ? "\r\n" : "\n";
        java.util.regex.Matcher directive = Pattern.compile(
                        "\\A(?:\\s++|//[^\\n]*+\\n|/\\*(?:[^*]++|\\*(?!/))*+\\*/)*+([\"'])use strict\\1;?[ \\t]*\\r?\\n")
                .matcher(content);
        int at = directive.find() ? directive.end() : 0;
        return content.substring(0, at) + block.toString().replace("\n", end) + content.substring(at);
    }
}
