package dev.pfeiler.ecosystem.dotnet.project;

import java.util.ArrayList;
import java.util.List;

/**
 * Symbols that an SDK defines by itself. Source: the .NET documentation, "Target frameworks in SDK-style projects",
 * preprocessor symbols.
 */
public final class ImplicitSymbols {
    private static final List<Integer> CLASSIC =
            List.of(200, 350, 400, 450, 451, 452, 460, 461, 462, 470, 471, 472, 480, 481);
    private static final int FIRST_OF_TODAY = 5;

    private ImplicitSymbols() {}

    /** Those of a framework. */
    public static List<String> of(String framework) {
        List<String> symbols = new ArrayList<>();
        if (Framework.isClassic(framework)) {
            symbols.add("NETFRAMEWORK");
            symbols.add(framework.toUpperCase(java.util.Locale.ROOT));
            int version = Framework.classic(framework);
            for (int each : CLASSIC) if (each <= version) symbols.add("NET" + written(each) + "_OR_GREATER");
        } else if (framework.startsWith("netstandard")) {
            symbols.add("NETSTANDARD");
            symbols.add(underscored(framework));
        } else {
            symbols.add("NET");
            symbols.add("NETCOREAPP");
            symbols.add(underscored(framework.replaceFirst("-.*", "")));
            int major = major(framework);
            for (int i = FIRST_OF_TODAY; i <= major; i++) symbols.add("NET" + i + "_0_OR_GREATER");
        }
        return symbols;
    }

    private static String written(int version) {
        return version % 10 == 0 ? String.valueOf(version / 10) : String.valueOf(version);
    }

    private static String underscored(String framework) {
        return framework.toUpperCase(java.util.Locale.ROOT).replace('.', '_');
    }

    private static int major(String framework) {
        String digits = framework.replaceAll("^net(\\d+).*", "$1");
        return digits.matches("\\d{1,3}") ? Integer.parseInt(digits) : 0;
    }
}
