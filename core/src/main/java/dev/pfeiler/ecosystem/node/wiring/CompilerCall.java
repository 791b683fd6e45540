package dev.pfeiler.ecosystem.node.wiring;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * The arguments of a call of the TypeScript compiler. Source: the TypeScript handbook, compiler options.
 *
 * @param options as a configuration file names them: a text, a list of texts, or a truth value
 * @param files the sources that it names
 * @param project the configuration file that it names
 */
public record CompilerCall(
        Map<String, Object> options, List<String> files, Optional<String> project, Evidence evidence) {
    private static final Pattern SOURCE = Pattern.compile(".*\\.[cm]?[jt]sx?|.*\\*.*");
    private static final Pattern PATH_OPTION = Pattern.compile(".*(Dir|File|Root|Url)$");
    private static final Pattern COMMA = Pattern.compile("\\s*,\\s*");
    private static final Pattern HYPHENS = Pattern.compile("^--?");

    /** Options with a text or number as their value. */
    private static final List<String> TEXTS = List.of(
            "target",
            "module",
            "moduleResolution",
            "outDir",
            "rootDir",
            "outFile",
            "jsx",
            "jsxFactory",
            "jsxFragmentFactory",
            "jsxImportSource",
            "sourceRoot",
            "mapRoot",
            "declarationDir",
            "baseUrl",
            "newLine",
            "moduleDetection",
            "tsBuildInfoFile",
            "reactNamespace",
            "charset",
            "ignoreDeprecations",
            "maxNodeModuleJsDepth");

    private static final List<String> LISTS =
            List.of("lib", "types", "typeRoots", "rootDirs", "customConditions", "moduleSuffixes");
    private static final List<String> TRUTHS = List.of(
            "allowJs",
            "allowSyntheticDefaultImports",
            "allowUmdGlobalAccess",
            "allowUnreachableCode",
            "allowUnusedLabels",
            "alwaysStrict",
            "checkJs",
            "composite",
            "declaration",
            "declarationMap",
            "disableSizeLimit",
            "downlevelIteration",
            "emitBOM",
            "emitDeclarationOnly",
            "emitDecoratorMetadata",
            "esModuleInterop",
            "exactOptionalPropertyTypes",
            "experimentalDecorators",
            "forceConsistentCasingInFileNames",
            "importHelpers",
            "incremental",
            "inlineSourceMap",
            "inlineSources",
            "isolatedModules",
            "isolatedDeclarations",
            "keyofStringsOnly",
            "noEmit",
            "noEmitHelpers",
            "noEmitOnError",
            "noFallthroughCasesInSwitch",
            "noImplicitAny",
            "noImplicitOverride",
            "noImplicitReturns",
            "noImplicitThis",
            "noLib",
            "noPropertyAccessFromIndexSignature",
            "noResolve",
            "noStrictGenericChecks",
            "noUncheckedIndexedAccess",
            "noUnusedLocals",
            "noUnusedParameters",
            "preserveConstEnums",
            "preserveSymlinks",
            "pretty",
            "removeComments",
            "resolveJsonModule",
            "rewriteRelativeImportExtensions",
            "skipDefaultLibCheck",
            "skipLibCheck",
            "sourceMap",
            "strict",
            "strictBindCallApply",
            "strictFunctionTypes",
            "strictNullChecks",
            "strictPropertyInitialization",
            "stripInternal",
            "suppressExcessPropertyErrors",
            "suppressImplicitAnyIndexErrors",
            "useDefineForClassFields",
            "useUnknownInCatchVariables",
            "verbatimModuleSyntax",
            "erasableSyntaxOnly",
            "allowImportingTsExtensions",
            "resolvePackageJsonExports",
            "resolvePackageJsonImports",
            "noCheck");
    private static final Map<String, String> SHORT =
            Map.of("t", "target", "m", "module", "d", "declaration", "p", "project", "w", "watch");
    /** Options of the call, not of the project. */
    private static final List<String> OF_THE_CALL =
            List.of("watch", "pretty", "listFiles", "listEmittedFiles", "diagnostics");

    public CompilerCall {
        files = List.copyOf(files);
    }

    public static CompilerCall of(Call call) {
        Map<String, Object> options = new LinkedHashMap<>();
        List<String> files = new ArrayList<>();
        Optional<String> project = Optional.empty();
        List<String> words = call.arguments();
        for (int i = 0; i < words.size(); i++) {
            String word = words.get(i);
            if (!word.startsWith("-")) {
                if (SOURCE.matcher(word).matches())
                    Paths.normal(Paths.join(call.folder(), word)).ifPresent(files::add);
                continue;
            }
            String name = name(word);
            String next = i + 1 < words.size() ? words.get(i + 1) : "";
            if (name.equals("project") || name.equals("build")) {
                if (!next.startsWith("-") && !next.isEmpty()) {
                    i++;
                    project = Paths.normal(
                            Paths.join(call.folder(), next.endsWith(".json") ? next : next + "/tsconfig.json"));
                }
            } else if (OF_THE_CALL.contains(name)) {
                if (next.equals("true") || next.equals("false")) i++;
            } else if (TEXTS.contains(name)) {
                i++;
                options.put(name, PATH_OPTION.matcher(name).matches() ? path(call, next) : next);
            } else if (LISTS.contains(name)) {
                i++;
                options.put(name, List.of(COMMA.split(next)));
            } else if (next.equals("true") || next.equals("false")) {
                i++;
                options.put(name, next.equals("true"));
            } else {
                options.put(name, true);
            }
        }
        return new CompilerCall(options, files, project, call.evidence());
    }

    private static String path(Call call, String word) {
        String path = Paths.resolved(Paths.join(call.folder(), word));
        return path.isEmpty() ? "." : path;
    }

    private static String name(String word) {
        String plain = HYPHENS.matcher(word).replaceFirst("");
        String name = SHORT.getOrDefault(plain, plain);
        for (List<String> known : List.of(TEXTS, LISTS, TRUTHS, OF_THE_CALL, List.of("project", "build")))
            for (String one : known) if (one.toLowerCase(Locale.ROOT).equals(name.toLowerCase(Locale.ROOT))) return one;
        return name;
    }

    /** An option that is a text. */
    public Optional<String> text(String option) {
        return Optional.ofNullable(options.get(option))
                .filter(String.class::isInstance)
                .map(String.class::cast);
    }
}
