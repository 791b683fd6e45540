package dev.pfeiler.cli.view;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.fresh.FreshProject;
import dev.pfeiler.fresh.Kind;
import dev.pfeiler.fresh.Need;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Proposal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** Shows fresh projects, and what they may need. */
public final class FreshView {
    private static final int MOST = 20;

    private final Screen screen;

    public FreshView(Screen screen) {
        this.screen = screen;
    }

    /** What would be written: what was settled, the tree, the descriptor. */
    public void plan(FreshProject project) {
        screen.title(
                project.blueprint().name() + ": " + project.blueprint().kind().purpose());
        screen.heading("Decisions");
        int column = screen.textColumn(
                project.decisions().stream().map(Decision::title).toList());
        for (Decision decision : project.decisions()) {
            screen.row(screen.sign(decision.certainty()), decision.title(), decision.value(), column);
            String others = decision.alternatives().stream()
                    .map(Decision.Alternative::value)
                    .filter(value -> !value.equals(decision.value()))
                    .collect(Collectors.joining(", "));
            screen.text(
                    Screen.DETAIL,
                    decision.reason() + (others.isEmpty() ? "" : "; also possible: " + others),
                    screen.palette()::quiet);
        }
        screen.heading("Files");
        Map<String, String> marks = new LinkedHashMap<>();
        project.files().keySet().forEach(path -> marks.put(path, "+"));
        for (TreeListing.Line line : TreeListing.lines(marks, MOST, screen))
            screen.raw("  " + line.mark() + " " + line.text());
        screen.heading("+ " + project.descriptor());
        project.files().get(project.descriptor()).lines().forEach(line -> screen.raw("  " + line));
        listing(project);
        newer(project);
        lacking(project);
        screen.blank();
    }

    /** What was written, and what to do next. */
    public void written(FreshProject project, String folder) {
        int files = project.files().size();
        screen.title(folder + ": " + files + " files written");
        listing(project);
        newer(project);
        if (!project.beforeStart().isEmpty()) {
            screen.heading("Before it starts");
            for (String text : project.beforeStart()) screen.row(screen.attention(), "requires " + text, "", 2);
        }
        screen.heading("Next");
        next("cd " + folder, "");
        for (Proposal.Command command : project.commands()) next(command.line(), command.purpose());
        next("pfeiler prove .", "build it, run its tests and start it");
    }

    /** How the build around it lists it. */
    private void listing(FreshProject project) {
        if (project.listing().isEmpty()) return;
        FreshProject.Listing listing = project.listing().get();
        screen.heading("~ " + listing.root().resolve(listing.edit().path()));
        for (Step.Change one : listing.edit().changes()) {
            if (!one.before().isEmpty()) screen.raw("  - " + one.before());
            if (!one.after().isEmpty()) screen.raw("  + " + one.after());
        }
    }

    private void newer(FreshProject project) {
        if (project.newer().isEmpty()) return;
        screen.heading("Newer releases");
        project.newer().forEach(text -> screen.text(2, text));
    }

    private void lacking(FreshProject project) {
        if (project.lacking().isEmpty()) return;
        screen.heading("This machine");
        project.lacking().forEach(text -> screen.row(screen.attention(), text, "", 2));
    }

    private void next(String command, String purpose) {
        screen.row(" ", command, purpose, 32);
    }

    /** What programs can need. */
    public void needs(List<Need> needs, String word) {
        screen.title(word.isEmpty() ? "Needs" : "Needs for \"" + word + "\"");
        if (needs.isEmpty()) {
            screen.blank();
            screen.text(2, "No match; pfeiler new --needs lists all.");
        }
        for (Need need : needs) {
            screen.heading(need.id());
            screen.text(2, need.purpose());
            need.serving().stream()
                    .collect(Collectors.groupingBy(Need.Serving::id, LinkedHashMap::new, Collectors.toList()))
                    .forEach(this::serving);
        }
    }

    private void serving(String id, List<Need.Serving> serving) {
        String languages = serving.stream()
                .flatMap(one -> one.fit().languages().stream())
                .distinct()
                .sorted()
                .collect(Collectors.joining(", "));
        String kinds =
                serving.get(0).fit().kinds().stream().sorted().map(Kind::id).collect(Collectors.joining(", "));
        screen.row(" ", id, serving.get(0).title(), 26);
        screen.text(26, languages + (kinds.isEmpty() ? "" : "; for: " + kinds), screen.palette()::quiet);
        String companions = serving.get(0).fit().companions();
        if (!companions.isEmpty()) screen.text(26, "goes with " + companions, screen.palette()::quiet);
        String before = serving.get(0).atRuntime();
        if (!before.isEmpty()) screen.text(26, "requires " + before, screen.palette()::quiet);
    }
}
