package dev.pfeiler.cli.page;

import dev.pfeiler.proposal.LibraryUse;
import dev.pfeiler.proposal.LibraryUse.State;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * The libraries of a module as a diagram in three columns: what is declared, what that brings, and the copies that both
 * replace; and as a table. Lengths are in pixels.
 */
record LibraryDiagram(
        String name, int width, int height, List<Column> columns, List<Edge> edges, List<Node> nodes, List<Row> rows) {
    private static final int LEFT = 1;
    private static final int TOP = 28;
    private static final int STEP = 30;
    private static final int BOX = 22;
    private static final int GAP = 56;
    private static final int CHARACTER = 8;
    private static final int LONGEST = 44;
    private static final int INDENT = 14;

    record Column(int x, String title) {}

    record Edge(String path) {}

    record Node(int x, int y, int width, String state, String text) {
        int textX() {
            return x + 6;
        }

        int textY() {
            return y + 15;
        }
    }

    record Row(String file, String name, String scope, String state, String stateClass, String reason) {}

    /** The diagrams of all modules, in their order. */
    static List<LibraryDiagram> of(List<LibraryUse> uses) {
        Map<String, List<LibraryUse>> byUser = new LinkedHashMap<>();
        uses.forEach(use ->
                byUser.computeIfAbsent(use.user(), u -> new ArrayList<>()).add(use));
        return byUser.entrySet().stream()
                .map(one -> of(one.getKey(), one.getValue()))
                .toList();
    }

    private static LibraryDiagram of(String name, List<LibraryUse> uses) {
        Layout layout = new Layout(inOrder(uses));
        return new LibraryDiagram(
                name,
                layout.width(),
                layout.height(),
                layout.columns(),
                layout.edges,
                layout.nodes,
                uses.stream().map(LibraryDiagram::row).toList());
    }

    private static Row row(LibraryUse use) {
        return new Row(
                use.file().orElse(""),
                use.name().isEmpty() ? "" : use.name() + " " + use.version(),
                use.scope(),
                word(use.state()),
                switch (use.state()) {
                    case DECLARED, BUILD -> "";
                    case TRANSITIVE, IN_PLACE -> "plain";
                    case PINNED -> "care";
                    case EXCLUDED -> "bad";
                },
                use.reason());
    }

    private static String word(State state) {
        return state == State.IN_PLACE ? "stays a file" : state.name().toLowerCase(Locale.ROOT);
    }

    /** What is declared, each with what it brings behind it; then what is neither. */
    private static List<LibraryUse> inOrder(List<LibraryUse> uses) {
        Map<String, List<LibraryUse>> brought = new LinkedHashMap<>();
        List<LibraryUse> ordered = new ArrayList<>();
        List<LibraryUse> others = new ArrayList<>();
        for (LibraryUse use : uses)
            if (!use.via().isEmpty())
                brought.computeIfAbsent(use.via().get(0), first -> new ArrayList<>())
                        .add(use);
        for (LibraryUse use : uses) {
            if (!use.via().isEmpty()) continue;
            if (use.name().isEmpty() || use.isBrought()) {
                others.add(use);
                continue;
            }
            ordered.add(use);
            List<LibraryUse> behind = brought.remove(use.name());
            if (behind != null) ordered.addAll(behind);
        }
        brought.values().forEach(ordered::addAll);
        ordered.addAll(others);
        return ordered;
    }

    /** Places the libraries, one in each line. */
    private static final class Layout {
        private final List<LibraryUse> uses;
        private final int declared;
        private final int transitive;
        private final int copies;
        private final List<Node> nodes = new ArrayList<>();
        private final List<Edge> edges = new ArrayList<>();

        Layout(List<LibraryUse> uses) {
            this.uses = uses;
            this.declared = widest(
                    uses.stream().filter(Layout::isDeclared).map(Layout::shown).toList());
            this.transitive = widest(uses.stream()
                    .filter(LibraryUse::isBrought)
                    .map(Layout::shown)
                    .toList());
            this.copies = widest(uses.stream().map(Layout::fileName).toList());
            place();
        }

        private void place() {
            Map<String, Integer> trunks = new HashMap<>();
            for (int i = 0; i < uses.size(); i++) {
                LibraryUse use = uses.get(i);
                int y = TOP + i * STEP;
                int middle = y + BOX / 2;
                String state = use.state().name().toLowerCase(Locale.ROOT);
                int end = copiesX();
                if (isDeclared(use)) {
                    nodes.add(new Node(LEFT, y, declared, state, shown(use)));
                    trunks.put(use.name(), y + BOX);
                    end = LEFT + declared;
                } else if (use.isBrought()) {
                    nodes.add(new Node(transitiveX(), y, transitive, state, shown(use)));
                    Integer trunk =
                            use.via().isEmpty() ? null : trunks.get(use.via().get(0));
                    if (trunk != null)
                        edges.add(new Edge("M" + (LEFT + INDENT) + " " + trunk + "V" + middle + "H" + transitiveX()));
                    end = transitiveX() + transitive;
                }
                if (use.file().isEmpty()) continue;
                nodes.add(new Node(copiesX(), y, copies, use.name().isEmpty() ? state : "file", fileName(use)));
                if (end < copiesX()) edges.add(new Edge("M" + end + " " + middle + "H" + copiesX()));
            }
        }

        private int transitiveX() {
            return LEFT + declared + GAP;
        }

        private int copiesX() {
            return transitive == 0 ? transitiveX() : transitiveX() + transitive + GAP;
        }

        int width() {
            return copiesX() + copies + LEFT;
        }

        int height() {
            return TOP + uses.size() * STEP;
        }

        List<Column> columns() {
            List<Column> columns = new ArrayList<>();
            if (declared > 0) columns.add(new Column(LEFT, "declared"));
            if (transitive > 0) columns.add(new Column(transitiveX(), "transitive"));
            if (copies > 0) columns.add(new Column(copiesX(), "old wiring"));
            return columns;
        }

        private static int widest(List<String> texts) {
            return texts.stream()
                    .filter(text -> !text.isEmpty())
                    .mapToInt(text -> text.length() * CHARACTER + 12)
                    .max()
                    .orElse(0);
        }

        private static boolean isDeclared(LibraryUse use) {
            return !use.isBrought() && !use.name().isEmpty();
        }

        private static String fileName(LibraryUse use) {
            return cut(Paths.name(use.file().orElse("")));
        }

        private static String shown(LibraryUse use) {
            // the group is in the table
            return cut(use.name().substring(use.name().lastIndexOf(':') + 1) + " " + use.version());
        }

        private static String cut(String text) {
            return text.length() <= LONGEST ? text : text.substring(0, LONGEST - 1) + "\u2026";
        }
    }
}
