package dev.pfeiler.ecosystem.clojure.project;

import dev.pfeiler.ecosystem.clojure.source.Form;
import dev.pfeiler.ecosystem.clojure.source.Form.Kind;
import dev.pfeiler.ecosystem.clojure.source.FormReader;
import dev.pfeiler.evidence.Evidence;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Finds calls of ClojureScript's compiler. Source: the documentation of {@code cljs.build.api} and {@code cljs.closure}. */
final class PageBuilds {
    private static final Set<String> COMPILERS = Set.of("cljs.build.api", "cljs.closure");

    private PageBuilds() {}

    static List<PageBuild> of(String path, String text) {
        if (COMPILERS.stream().noneMatch(text::contains)) return List.of();
        List<PageBuild> builds = new ArrayList<>();
        List<Form> forms = FormReader.read(text);
        for (Form top : forms) {
            top.all()
                    .filter(form -> isBuild(form.head()) && form.parts().size() >= 3)
                    .forEach(form -> {
                        List<Form> parts = form.plainParts();
                        Form options = parts.get(2);
                        if (!options.is(Kind.MAP)) return;
                        String sources =
                                parts.get(1).is(Kind.STRING) ? parts.get(1).text() : "";
                        boolean only = forms.stream().allMatch(one -> one == top || isPreparation(one)) && top == form;
                        builds.add(new PageBuild(path, sources, options, only, Evidence.at(path, text, form.start())));
                    });
        }
        return builds;
    }

    private static boolean isBuild(String head) {
        return head.equals("build") || head.endsWith("/build");
    }

    private static boolean isPreparation(Form form) {
        return Set.of("ns", "require", "use", "refer", "println")
                .contains(form.plain().head());
    }
}
