package dev.pfeiler.ecosystem.clojure.descriptor;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.clojure.model.Dependency;
import dev.pfeiler.ecosystem.clojure.source.Form;
import dev.pfeiler.ecosystem.clojure.source.Form.Kind;
import dev.pfeiler.ecosystem.clojure.source.FormText;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** A descriptor of Leiningen, read as data. */
record LeiningenBuild(DescriptorText descriptorText) implements ManagedBuild {
    static Optional<ManagedBuild> read(ProjectTree tree) {
        return DescriptorText.read(tree, LeiningenTool.DESCRIPTOR).map(LeiningenBuild::new);
    }

    private Form top() {
        return descriptorText.top();
    }

    @Override
    public String descriptor() {
        return descriptorText.name();
    }

    @Override
    public Identity identity() {
        List<Form> parts = top().plainParts();
        String symbol = parts.size() > 1 ? parts.get(1).text() : "";
        String[] key = Dependency.key(symbol).split(":");
        return new Identity(
                key.length > 1 ? key[0] : "",
                key.length > 1 ? key[1] : symbol,
                parts.size() > 2 ? parts.get(2).text() : "");
    }

    @Override
    public List<DeclaredPackage> declared() {
        List<DeclaredPackage> declared = new ArrayList<>();
        top().value("dependencies").ifPresent(all -> read(all, "", declared));
        top().value("profiles").ifPresent(profiles -> {
            List<Form> parts = profiles.plainParts();
            for (int i = 0; i + 1 < parts.size(); i += 2) {
                String scope = scope(parts.get(i).text());
                parts.get(i + 1).value("dependencies").ifPresent(all -> read(all, scope, declared));
            }
        });
        return declared;
    }

    private static String scope(String profile) {
        return switch (profile) {
            case "dev", "test" -> "test";
            case "provided" -> "provided";
            default -> profile;
        };
    }

    private void read(Form dependencies, String scope, List<DeclaredPackage> declared) {
        for (Form one : dependencies.plainParts()) {
            List<Form> parts = one.plainParts();
            if (!one.is(Kind.VECTOR) || parts.isEmpty() || !parts.get(0).is(Kind.SYMBOL)) continue;
            String version = parts.size() > 1 && parts.get(1).is(Kind.STRING)
                    ? parts.get(1).text()
                    : "";
            Set<String> excluded = new LinkedHashSet<>();
            one.value("exclusions").ifPresent(all -> all.plainParts()
                    .forEach(each -> excluded.add(Dependency.key(
                            each.is(Kind.VECTOR) ? each.plainParts().get(0).text() : each.text()))));
            declared.add(new DeclaredPackage(
                    new PackageNotation(Dependency.key(parts.get(0).text()), version),
                    scope,
                    excluded,
                    descriptorText.at(one)));
        }
    }

    @Override
    public Map<String, Stated> settings() {
        Map<String, Stated> settings = new LinkedHashMap<>();
        top().value("main").ifPresent(form -> settings.put("main", new Stated(form.text(), descriptorText.at(form))));
        return settings;
    }

    /** What is worked out when the tool reads it. */
    @Override
    public List<Evidence> notUnderstood() {
        return top().all()
                .filter(form -> form.is(Kind.PREFIX) && form.text().startsWith("~"))
                .map(descriptorText::at)
                .toList();
    }

    @Override
    public Step.Edit declaring(List<Request> packages, String reason) {
        return descriptorText.declaring(packages, reason, LeiningenBuild::declaring);
    }

    private static String declaring(DescriptorText text, Request one) {
        String symbol = Dependency.symbol(one.notation().name(), true);
        String entry = "[" + symbol + " " + FormText.string(one.notation().version()) + "]";
        String profile =
                switch (one.scope()) {
                    case "test" -> "dev";
                    case "provided" -> "provided";
                    default -> "";
                };
        if (profile.isEmpty()) {
            Optional<Form> list = text.top().value("dependencies").filter(form -> form.is(Kind.VECTOR));
            return list.map(form -> text.adding(form, entry))
                    .orElseGet(() -> text.appending(":dependencies [" + entry + "]"));
        }
        Optional<Form> profiles = text.top().value("profiles");
        if (profiles.isEmpty()) return text.appending(":profiles {:" + profile + " {:dependencies [" + entry + "]}}");
        Optional<Form> its = profiles.get().value(profile);
        if (its.isEmpty()) return text.adding(profiles.get(), ":" + profile + " {:dependencies [" + entry + "]}");
        if (!its.get().is(Kind.MAP))
            throw Refusal.notPossible(
                    "The profile :" + profile + " of " + text.name() + " is no map.",
                    "Add the library there yourself.");
        Optional<Form> list = its.get().value("dependencies");
        return list.map(form -> text.adding(form, entry))
                .orElseGet(() -> text.adding(its.get(), ":dependencies [" + entry + "]"));
    }
}
