package dev.pfeiler.ecosystem.dotnet.step;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Lines of scripts that call build tools of the time before SDKs, with the SDK's own commands in their place. Source: the
 * documentation of dotnet msbuild, which takes the same arguments, and of dotnet restore.
 */
final class BuildCalls {
    /** Where a command can start. */
    private static final String START = "(?m)(^[ \\t]*(?:@|-)?|[;&|({][ \\t]*|\\b(?:exec|call|then|do|else)[ \\t]+)";

    private static final Pattern BUILD = Pattern.compile(START + "(?i:xbuild|msbuild)(?:\\.exe)?(?=[ \\t])");
    private static final Pattern RESTORE =
            Pattern.compile(START + "(?:mono[ \\t]+)?(?:\\S*[/\\\\])?(?i:nuget)(?:\\.exe)?[ \\t]+restore(?=[ \\t]|$)");

    private BuildCalls() {}

    /** The script with what can be replaced replaced. */
    static String of(String content) {
        String restored = RESTORE.matcher(content).replaceAll("$1dotnet restore");
        boolean restores = !restored.equals(content);
        Matcher build = BUILD.matcher(restored);
        // the packages that a list named were in the tree, or were restored by another call
        return build.replaceAll("$1dotnet msbuild" + (restores ? "" : " -restore"));
    }
}
