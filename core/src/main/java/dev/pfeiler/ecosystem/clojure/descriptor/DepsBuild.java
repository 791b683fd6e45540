package dev.pfeiler.ecosystem.clojure.descriptor;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.clojure.model.Dependency;
import dev.pfeiler.ecosystem.clojure.source.Form;
import dev.pfeiler.ecosystem.clojure.source.FormText;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** A {@code deps.edn}, read as data. */
record DepsBuild(DescriptorText descriptorText) implements ManagedBuild {
    static Optional<ManagedBuild> read(ProjectTree tree) {
        return DescriptorText.read(tree, DepsTool.DESCRIPTOR).map(DepsBuild::new);
    }

    @Override
    public String descriptor() {
        return descriptorText.name();
    }

    @Override
    public Identity identity() {
        return new Identity("", "", "");
    }

    @Override
    public List<DeclaredPackage> declared() {
        List<DeclaredPackage> declared = new ArrayList<>();
        descriptorText.top().value("deps").ifPresent(deps -> read(deps, "", declared));
        descriptorText.top().value("aliases").ifPresent(aliases -> {
            List<Form> parts = aliases.plainParts();
            for (int i = 0; i + 1 < parts.size(); i += 2) {
                String alias = parts.get(i).text();
                parts.get(i + 1).value("extra-deps").ifPresent(deps -> read(deps, alias, declared));
            }
        });
        return declared;
    }

    private void read(Form deps, String scope, List<DeclaredPackage> declared) {
        List<Form> parts = deps.plainParts();
        for (int i = 0; i + 1 < parts.size(); i += 2) {
            Form symbol = parts.get(i);
            Form coordinate = parts.get(i + 1);
            Set<String> excluded = new LinkedHashSet<>();
            coordinate.value("exclusions").ifPresent(all -> all.plainParts()
                    .forEach(each -> excluded.add(Dependency.key(each.text()))));
            String version = coordinate.value("mvn/version").map(Form::text).orElse("");
            declared.add(new DeclaredPackage(
                    new PackageNotation(Dependency.key(symbol.text().replace('$', ':')), version),
                    scope,
                    excluded,
                    descriptorText.at(symbol)));
        }
    }

    @Override
    public Map<String, Stated> settings() {
        return Map.of();
    }

    @Override
    public Step.Edit declaring(List<Request> packages, String reason) {
        return descriptorText.declaring(packages, reason, DepsBuild::declaring);
    }

    private static String declaring(DescriptorText text, Request one) {
        String entry = Dependency.symbol(one.notation().name(), false) + " {:mvn/version "
                + FormText.string(one.notation().version()) + "}";
        String alias = Set.of("test", "provided").contains(one.scope()) ? one.scope() : "";
        if (alias.isEmpty())
            return text.top()
                    .value("deps")
                    .map(form -> text.adding(form, entry))
                    .orElseGet(() -> text.appending(":deps {" + entry + "}"));
        Optional<Form> aliases = text.top().value("aliases");
        if (aliases.isEmpty()) return text.appending(":aliases {:" + alias + " {:extra-deps {" + entry + "}}}");
        Optional<Form> its = aliases.get().value(alias);
        if (its.isEmpty()) return text.adding(aliases.get(), ":" + alias + " {:extra-deps {" + entry + "}}");
        return its.get()
                .value("extra-deps")
                .map(form -> text.adding(form, entry))
                .orElseGet(() -> text.adding(its.get(), ":extra-deps {" + entry + "}"));
    }
}
