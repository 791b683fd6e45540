package dev.pfeiler.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import picocli.CommandLine;
import picocli.CommandLine.Help;
import picocli.CommandLine.Model.OptionSpec;

/** The help of a command: its own options first, then those that commands share, each group under a heading. */
final class HelpSections {
    private static final String OWN = "Options";

    /** The groups of shared options; what is in none is the command's own. */
    private static final Map<String, Set<String>> GROUPS = new LinkedHashMap<>();

    static {
        GROUPS.put(OWN, Set.of());
        GROUPS.put("Decisions", Set.of("--to", "--group", "--name", "--project-version", "--choose", "--keep-layout"));
        GROUPS.put("Network", Set.of("--offline", "--latest"));
        GROUPS.put("Cache", Set.of("--no-cache"));
        GROUPS.put("Output", Set.of("--json", "--verbose", "--color", "--help"));
    }

    private HelpSections() {}

    static void group(CommandLine command) {
        command.getHelpSectionMap().put(CommandLine.Model.UsageMessageSpec.SECTION_KEY_OPTION_LIST, new Options());
    }

    // no lambda: the runtime cannot keep a lambda of picocli's old interfaces in its archive of classes
    private static final class Options implements CommandLine.IHelpSectionRenderer {
        @Override
        public String render(Help help) {
            return list(help);
        }
    }

    private static String list(Help help) {
        Map<String, List<OptionSpec>> groups = new LinkedHashMap<>();
        GROUPS.keySet().forEach(heading -> groups.put(heading, new ArrayList<>()));
        for (OptionSpec option : help.commandSpec().options())
            groups.get(heading(option)).add(option);
        StringBuilder text = new StringBuilder();
        groups.forEach((heading, options) -> {
            if (options.isEmpty()) return;
            Help.Layout layout = help.createDefaultLayout(options, List.of(), help.colorScheme());
            layout.addOptions(options, help.parameterLabelRenderer());
            text.append(System.lineSeparator())
                    .append(heading)
                    .append(":")
                    .append(System.lineSeparator())
                    .append(layout);
        });
        return text.toString();
    }

    private static String heading(OptionSpec option) {
        return GROUPS.entrySet().stream()
                .filter(group -> group.getValue().contains(option.longestName()))
                .map(Map.Entry::getKey)
                .findFirst()
                .orElse(OWN);
    }
}
