package dev.pfeiler.ecosystem.php.check;

import dev.pfeiler.check.Change;
import dev.pfeiler.check.Cure;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Whether what is started loads the class loader. */
final class StartCheck {
    private static final String LOADER = "autoload.php";
    private static final Pattern LOADING = Pattern.compile(
            "\\b(?:require|include)(?:_once)?\\b\\s*\\(?\\s*(__DIR__|dirname\\(\\s*(?:__DIR__|__FILE__)\\s*(?:,\\s*(\\d)\\s*)?\\))\\s*\\.\\s*(['\"])([^'\"]*"
                    + "autoload\\.php)\\3");

    private final CheckedProject checked;
    private final String vendor;

    StartCheck(CheckedProject checked, String vendor) {
        this.checked = checked;
        this.vendor = vendor;
    }

    void run() {
        for (PhpSource source : checked.project().own()) if (isStarted(source)) started(source);
    }

    private boolean isStarted(PhpSource source) {
        boolean acts = !source.effects().isEmpty() || source.prints();
        boolean bare = source.classes().isEmpty();
        return acts
                && bare
                && checked.project().entries().contains(source.path())
                && !checked.project().isTest(source.path());
    }

    private void started(PhpSource source) {
        List<String> texts = new ArrayList<>(List.of(source.text()));
        checked.project().reached(source.path()).stream()
                .map(checked.project().sources()::get)
                .filter(other -> other != null)
                .forEach(other -> texts.add(other.text()));
        long mentions = texts.stream().filter(text -> text.contains(LOADER)).count();
        if (mentions == 0) {
            absent(source);
            return;
        }
        // a program that looks in several places finds it in one
        if (source.text().split(LOADER, -1).length != 2) return;
        Matcher matcher = LOADING.matcher(source.text());
        if (!matcher.find()) return;
        Optional<String> loaded = loaded(source.path(), matcher);
        String right = Paths.join(vendor, LOADER);
        if (loaded.isEmpty() || loaded.get().equals(right) || checked.tree().has(loaded.get())) return;
        if (!loaded.get().endsWith(right)) return;
        String quote = matcher.group(3);
        String path = Paths.from(Paths.parent(source.path()), right);
        String after = "__DIR__ . " + quote + "/" + path + quote;
        String before = source.text().substring(matcher.start(1), matcher.end());
        int line = Text.lineAt(source.text(), matcher.start());
        checked.note(
                PhpKind.CLASS_LOADER_MISSING,
                new Evidence(source.path(), line, matcher.group()),
                right,
                source.path() + " loads the class loader from " + loaded.get() + ", where it is not.",
                Cure.certain("Load " + right + ".", Change.replacing(source.path(), line, before, after)));
    }

    /** What a statement loads, within the tree. */
    private static Optional<String> loaded(String file, Matcher matcher) {
        String folder = Paths.parent(file);
        String base = matcher.group(1);
        int up = 0;
        if (base.startsWith("dirname")) {
            up = matcher.group(2) == null ? 1 : Integer.parseInt(matcher.group(2));
            // the first step leads from the file to its folder
            if (base.contains("__FILE__")) up--;
        }
        for (int i = 0; i < up; i++) {
            if (folder.isEmpty()) return Optional.empty();
            folder = Paths.parent(folder);
        }
        return Paths.normal(Paths.join(folder, Paths.withoutRoot(matcher.group(4))));
    }

    /** A start that uses classes which only the class loader loads. */
    private void absent(PhpSource source) {
        Optional<PhpSource.Use> use = source.uses().stream()
                .filter(one -> checked.project().owners(one.name()).stream()
                        .anyMatch(owner -> owner != source
                                && !checked.project().reached(source.path()).contains(owner.path())
                                && checked.rules().stream().anyMatch(rule -> rule.loads(one.name(), owner.path()))))
                .findFirst();
        if (use.isEmpty()) return;
        String right = Paths.join(vendor, LOADER);
        String path = Paths.from(Paths.parent(source.path()), right);
        checked.note(
                PhpKind.CLASS_LOADER_MISSING,
                new Evidence(source.path(), use.get().line(), use.get().name()),
                right,
                source.path() + " uses " + use.get().name() + ", and does not load the class loader.",
                Cure.certain(
                        "Load " + right + ".",
                        new Change.Edit(
                                source.path(), text -> inserted(text, "require_once __DIR__ . '/" + path + "';"))));
    }

    /** A statement behind the opening tag, what must come first there, and the namespace. */
    private static String inserted(String text, String statement) {
        String end = text.contains("\r\n") ? "\r\n" : "\n";
        Matcher head = Pattern.compile(
                        "\\A(?:#![^\\n]*\\n)?\\s*<\\?php\\s*?\\n(?:\\s*(?:/\\*.*?\\*/|//[^\\n]*\\n|declare\\s*\\([^)]*\\)\\s*;|namespace\\s+[\\w\\\\]+\\s*;))*",
                        Pattern.DOTALL)
                .matcher(text);
        if (!head.find()) return text;
        int at = head.end();
        String before = text.substring(0, at);
        String gap = before.endsWith("\n") ? end : end + end;
        String after = text.substring(at);
        return before + gap + statement + end + (after.startsWith("\n") || after.startsWith("\r") ? "" : end) + after;
    }
}
