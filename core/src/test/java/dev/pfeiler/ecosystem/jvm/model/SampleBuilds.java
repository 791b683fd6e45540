package dev.pfeiler.ecosystem.jvm.model;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.tree.PathSelection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/** Builds made by hand, for the writers of descriptors. */
public final class SampleBuilds {
    private static final SourceSets STANDARD = new SourceSets(
            SourceSet.of("src/main/java", "src/main/resources"),
            SourceSet.of("src/test/java", "src/test/resources"),
            Optional.empty(),
            false);
    private static final CompilerSettings JAVA_17 = new CompilerSettings(17, true, "UTF-8", List.of());

    private static Coordinates at(String text) {
        return Coordinates.parse(text).orElseThrow();
    }

    private static Dependency need(String coordinates, Scope scope) {
        return Dependency.of(at(coordinates), scope, "");
    }

    private static BuildModule.Builder jar(ModuleName name, String artifact, String folder) {
        return BuildModule.builder(name, artifact, folder)
                .product(new Product.Library(Optional.empty()))
                .sources(STANDARD);
    }

    private static JvmBuild build(CompilerSettings compiler, BuildModule... modules) {
        return new JvmBuild(at("no.port:tides:1.2"), compiler, Map.of(), List.of(), List.of(), List.of(modules));
    }

    private SampleBuilds() {}

    /** A jar without anything out of the ordinary. */
    public static JvmBuild library() {
        return build(JAVA_17, jar(ModuleName.ONLY, "tides", "").build());
    }

    /** Dependencies of all scopes, with exclusions, a constraint, a bill of materials and further repositories. */
    public static JvmBuild dependencies() {
        ClassPath classPath = new ClassPath(
                List.of(),
                List.of(
                        Dependency.of(at("com.google.code.gson:gson:2.8.9"), Scope.COMPILE, "a -- remark"),
                        new Dependency(
                                at("commons-beanutils:commons-beanutils:1.9.4"),
                                Scope.COMPILE,
                                false,
                                Set.of("commons-logging:commons-logging"),
                                ""),
                        need("org.slf4j:slf4j-api:1.7.36", Scope.COMPILE),
                        need("org.slf4j:slf4j-simple:1.7.36", Scope.RUNTIME),
                        need("io.netty:netty-transport-native-epoll:4.1.94.Final:linux-x86_64", Scope.RUNTIME),
                        new Dependency(at("no.port:lamps:1.0-0badcafe"), Scope.COMPILE, true, Set.of(), ""),
                        need("no.port:rope:2.3", Scope.COMPILE),
                        need("no.port:sail:2.3", Scope.COMPILE),
                        need("junit:junit:4.13.2", Scope.TEST)),
                List.of(new Constraint(at("org.hamcrest:hamcrest-core:1.1"), "the version on the class path")),
                List.of());
        return new JvmBuild(
                at("no.port:tides:1.2"),
                new CompilerSettings(8, false, "ISO-8859-1", List.of("-Xlint:all", "-parameters")),
                Map.of("windowtitle", "Tides & lamps"),
                List.of(new Repositories.Place("harbour", "https://repo.port.example/maven")),
                List.of(new Platform(at("no.port:rope-bom:2.3"), Set.of("no.port:rope", "no.port:sail"))),
                List.of(jar(ModuleName.ONLY, "tides", "").classPath(classPath).build()));
    }

    /** A web program whose files stay in their folders. */
    public static JvmBuild keptLayout() {
        SourceSets sources = new SourceSets(
                new SourceSet(
                        List.of("code", "gen"),
                        List.of(),
                        List.of("attic/**"),
                        List.of(new Resources("code", "", List.of(), List.of("**/*.java")))),
                new SourceSet(List.of("checks"), List.of(), List.of(), List.of()),
                Optional.of(new PackedFiles(
                        "board",
                        List.of("WEB-INF/lib/**"),
                        List.of(new Resources("etc", "WEB-INF", List.of(), List.of())))),
                false);
        BuildModule module = BuildModule.builder(ModuleName.ONLY, "tides", "")
                .product(new Product.WebArchive("tides", false))
                .sources(sources)
                .classPath(new ClassPath(
                        List.of(),
                        List.of(need("javax.servlet:javax.servlet-api:3.1.0", Scope.PROVIDED)),
                        List.of(),
                        List.of()))
                .launch(Optional.of(new Launch.Serve(ServletFamily.JAVAX, "tides", 17)))
                .build();
        return build(JAVA_17, module);
    }

    /** A program that is packed with its libraries, with a generator and tests of two frameworks. */
    public static JvmBuild program() {
        TestSetup tests = new TestSetup(
                List.of("**/Check*.java"),
                Map.of("tides.data", new TestSetup.Value("data", true)),
                Map.of("PORT", new TestSetup.Value("Haldervik", false)),
                List.of("-Xmx256m"),
                true,
                Optional.of("checks"),
                Set.of(TestRunner.JUNIT_PLATFORM, TestRunner.TESTNG),
                PathSelection.ALL);
        BuildModule module = BuildModule.builder(ModuleName.ONLY, "tides", "")
                .product(new Product.Library(Optional.empty(), Optional.of("port-tides-2.1")))
                .sources(STANDARD)
                .manifest(
                        new Manifest(Map.of("Main-Class", "no.port.Tides", "Built-For", "Haldervik"), Optional.empty()))
                .generated(List.of(new GeneratedSources(
                        Generator.JAVACC,
                        Optional.of(at("net.java.dev.javacc:javacc:7.0.10")),
                        "Tide.jj",
                        "no.port",
                        false,
                        List.of("Token.java"))))
                .tests(tests)
                .launch(Optional.of(new Launch.MainClass("no.port.Tides", Optional.empty())))
                .build();
        return build(JAVA_17, module);
    }

    /** A library, a web archive and the enterprise archive around them. */
    public static JvmBuild modules() {
        ModuleName core = new ModuleName("tides-core");
        ModuleName web = new ModuleName("board");
        ModuleName ear = new ModuleName("tides");
        BuildModule web1 = BuildModule.builder(web, "board", "parts/board")
                .product(new Product.WebArchive("board", true))
                .sources(new SourceSets(
                        STANDARD.main(),
                        STANDARD.test(),
                        Optional.of(new PackedFiles("src/main/webapp", List.of(), List.of())),
                        false))
                .classPath(new ClassPath(
                        List.of(new ModuleNeed(core, Packaging.JAR, true)), List.of(), List.of(), List.of()))
                .build();
        BuildModule ear1 = BuildModule.builder(ear, "tides", "tides")
                .product(new Product.EnterpriseArchive(
                        "tides",
                        "6",
                        "lib",
                        List.of(new Product.Entry(
                                Packaging.WAR, new Product.Source.OfModule(web), "board.war", Optional.of("/tides")))))
                .sources(new SourceSets(
                        STANDARD.main(),
                        STANDARD.test(),
                        Optional.of(new PackedFiles("src/main/application", List.of(), List.of())),
                        false))
                .classPath(new ClassPath(
                        List.of(new ModuleNeed(core, Packaging.JAR, false), new ModuleNeed(web, Packaging.WAR, false)),
                        List.of(),
                        List.of(),
                        List.of()))
                .build();
        return build(JAVA_17, jar(core, "tides-core", "tides-core").build(), web1, ear1);
    }

    /** A library that another module depends on, with a dependency that both need, and a shared test class. */
    public static JvmBuild api() {
        ModuleName core = new ModuleName("tides-core");
        BuildModule program = jar(new ModuleName("tides"), "tides", "parts/tides")
                .classPath(new ClassPath(
                        List.of(new ModuleNeed(core, Packaging.JAR, false), ModuleNeed.forTests(core)),
                        List.of(need("commons-cli:commons-cli:1.5.0", Scope.COMPILE)),
                        List.of(new Constraint(at("org.hamcrest:hamcrest-core:1.1"), "the version on the class path")),
                        List.of()))
                .manifest(new Manifest(
                        Map.of(
                                "Main-Class",
                                "no.port.Tides",
                                "Class-Path",
                                "conf/ lib/a.jar",
                                "Add-Opens",
                                "java.base/java.util"),
                        Optional.empty(),
                        List.of("conf/")))
                .libraryFolder(Optional.of("lib"))
                .launch(Optional.of(new Launch.MainClass("no.port.Tides", Optional.empty())))
                .distributions(List.of(new Distribution(
                        "port.zip",
                        "tides-1.2",
                        "tar.gz",
                        Optional.of("bin"),
                        Optional.of("classes"),
                        Map.of(core, "bin"),
                        Optional.of("lib"),
                        Optional.of("docs"),
                        List.of(
                                new Distribution.Files("scripts", "bin", List.of("*.sh"), true),
                                new Distribution.Files(
                                        "docs", "", List.of("read.txt"), false, Optional.of("README"))))))
                .build();
        BuildModule library = jar(core, "tides-core", "tides-core")
                .classPath(new ClassPath(
                        List.of(),
                        List.of(
                                need("com.google.code.gson:gson:2.8.9", Scope.COMPILE),
                                need("commons-cli:commons-cli:1.5.0", Scope.COMPILE),
                                need("org.projectlombok:lombok:1.18.30", Scope.PROVIDED)),
                        List.of(),
                        List.of(need("org.projectlombok:lombok:1.18.30", Scope.PROVIDED))))
                .compiler(Optional.of(new CompilerSettings(11, false, "ISO-8859-1", List.of("-g:none"))))
                .build();
        return new JvmBuild(
                at("no.port:fleet:1.2"),
                new CompilerSettings(8, false, "UTF-8", List.of("-parameters")),
                Map.of(
                        "windowtitle",
                        "Tides",
                        "links",
                        "https://docs.port.example/",
                        "show",
                        "protected",
                        "use",
                        "true"),
                List.of(),
                List.of(),
                List.of(library, program));
    }

    /** A program in Kotlin and Java with replaced text, and tests in Groovy. */
    public static JvmBuild languages() {
        CompiledLanguage kotlin = new CompiledLanguage(
                JvmLanguage.KOTLIN,
                "1.3.50",
                Optional.empty(),
                List.of("-Xjsr305=strict"),
                new TreeMap<>(Map.of("allopen", List.of("annotation=no.port.Open"))),
                true,
                List.of("src/main/kotlin"),
                List.of());
        CompiledLanguage groovy = new CompiledLanguage(
                JvmLanguage.GROOVY,
                "2.5.23",
                Optional.empty(),
                List.of("--parameters"),
                new TreeMap<>(),
                false,
                List.of(),
                List.of("src/test/groovy"));
        BuildModule module = jar(ModuleName.ONLY, "tides", "")
                .languages(List.of(kotlin, groovy))
                .classPath(new ClassPath(
                        List.of(),
                        List.of(
                                need("org.jetbrains.kotlin:kotlin-stdlib:1.3.50", Scope.COMPILE),
                                need("org.codehaus.groovy:groovy:2.5.23", Scope.TEST),
                                need("junit:junit:4.13.2", Scope.TEST)),
                        List.of(),
                        List.of()))
                .tests(new TestSetup(
                        List.of(),
                        Map.of(
                                "tides.data",
                                new TestSetup.Value("data", true),
                                "mode",
                                new TestSetup.Value("a $b", false)),
                        Map.of("PORT", new TestSetup.Value("Haldervik", false)),
                        List.of("-Xmx256m"),
                        true,
                        Optional.of("checks"),
                        Set.of(TestRunner.JUNIT_4),
                        PathSelection.ALL))
                .manifest(new Manifest(
                        Map.of(
                                "Main-Class",
                                "no.port.TidesKt",
                                "Built-For",
                                "Haldervik",
                                "Built-On",
                                "the ${time:d MMM} at ${time:HH:mm}"),
                        Optional.empty()))
                .launch(Optional.of(new Launch.MainClass("no.port.TidesKt", Optional.empty())))
                .filtering(new Filtering(
                        new TreeMap<>(
                                Map.of("version", "1.2", "day", "on ${time:d MMM}", "year", "of ${time:yyyy}, it's")),
                        List.of("@", "${*}"),
                        List.of("about.properties"),
                        false))
                .build();
        return build(new CompilerSettings(8, false, "UTF-8", List.of("-parameters")), module);
    }

    /** A library in Scala that sources in Java use. */
    public static JvmBuild scala() {
        CompiledLanguage scala = new CompiledLanguage(
                JvmLanguage.SCALA,
                "2.13.8",
                Optional.empty(),
                List.of("-deprecation"),
                new TreeMap<>(),
                true,
                List.of("src/main/scala"),
                List.of());
        return build(
                JAVA_17,
                jar(ModuleName.ONLY, "tides", "").languages(List.of(scala)).build());
    }

    /** A program whose settings every release of Gradle knows. */
    public static JvmBuild settings() {
        ClassPath classPath = new ClassPath(
                List.of(),
                List.of(
                        new Dependency(
                                at("commons-beanutils:commons-beanutils:1.9.4"),
                                Scope.COMPILE,
                                false,
                                Set.of("commons-logging:commons-logging"),
                                ""),
                        new Dependency(at("no.port:lamps:1.0-0badcafe"), Scope.COMPILE, true, Set.of(), ""),
                        need("io.netty:netty-transport-native-epoll:4.1.94.Final:linux-x86_64", Scope.RUNTIME),
                        need("javax.servlet:javax.servlet-api:3.1.0", Scope.PROVIDED),
                        need("junit:junit:4.13.2", Scope.TEST)),
                List.of(),
                List.of());
        SourceSets sources = new SourceSets(
                new SourceSet(
                        List.of("code", "gen"),
                        List.of(),
                        List.of("attic/**"),
                        STANDARD.main().resources()),
                STANDARD.test(),
                Optional.empty(),
                false);
        BuildModule module = BuildModule.builder(ModuleName.ONLY, "tides", "")
                .product(new Product.Library(Optional.of("tides-all")))
                .sources(sources)
                .classPath(classPath)
                .manifest(new Manifest(
                        Map.of("Main-Class", "no.port.Tides", "Built-For", "Haldervik's $port"), Optional.empty()))
                .tests(new TestSetup(
                        List.of(),
                        Map.of("tides.data", new TestSetup.Value("data", true)),
                        Map.of("PORT", new TestSetup.Value("Haldervik", false)),
                        List.of("-Xmx256m"),
                        false,
                        Optional.of("checks"),
                        Set.of(TestRunner.JUNIT_4),
                        new PathSelection(
                                List.of("no/port/AllChecks.class", "**/Fast*.class"),
                                List.of("**/*Slow.class", "no/port/draft/*"))))
                .launch(Optional.of(new Launch.MainClass("no.port.Tides", Optional.empty())))
                .build();
        return build(new CompilerSettings(8, false, "ISO-8859-1", List.of("-Xlint:all", "-parameters")), module);
    }
}
