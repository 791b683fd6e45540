package dev.pfeiler.ecosystem.jvm.model;

import dev.pfeiler.tree.PathSelection;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;

/** One module of a JVM build: what it is made of, what it needs and what comes out. */
public final class BuildModule {
    private final ModuleName name;
    private final String artifact;
    private final String folder;
    private final Product product;
    private final SourceSets sources;
    private final ClassPath classPath;
    private final Manifest manifest;
    private final List<GeneratedSources> generated;
    private final TestSetup tests;
    private final Optional<Launch> launch;
    private final Optional<CompilerSettings> compiler;
    private final Filtering filtering;
    private final List<Distribution> distributions;
    private final Optional<String> libraryFolder;
    private final List<CompiledLanguage> languages;
    private final List<EmbeddedBuild> embedded;
    private final boolean modular;
    private final PathSelection selection;
    private final List<PartialArchive> partial;

    private BuildModule(Builder builder) {
        this.name = builder.name;
        this.artifact = builder.artifact;
        this.folder = builder.folder;
        this.product = Objects.requireNonNull(builder.product, "product");
        this.sources = Objects.requireNonNull(builder.sources, "sources");
        this.classPath = builder.classPath;
        this.manifest = builder.manifest;
        this.generated = List.copyOf(builder.generated);
        this.tests = builder.tests;
        this.launch = builder.launch;
        this.compiler = builder.compiler;
        this.filtering = builder.filtering;
        this.distributions = List.copyOf(builder.distributions);
        this.libraryFolder = builder.libraryFolder;
        this.languages = List.copyOf(builder.languages);
        this.embedded = List.copyOf(builder.embedded);
        this.modular = builder.modular;
        this.selection = builder.selection;
        this.partial = List.copyOf(builder.partial);
        if (artifact.isBlank()) throw new IllegalArgumentException("a module without an artifact name");
    }

    /**
     * @param artifact the artifact's name
     * @param folder within the project; empty for the project itself
     */
    public static Builder builder(ModuleName name, String artifact, String folder) {
        return new Builder(name, artifact, folder);
    }

    public ModuleName name() {
        return name;
    }

    public String artifact() {
        return artifact;
    }

    /** Within the project; empty for the project itself. */
    public String folder() {
        return folder;
    }

    public Product product() {
        return product;
    }

    public SourceSets sources() {
        return sources;
    }

    public ClassPath classPath() {
        return classPath;
    }

    public Manifest manifest() {
        return manifest;
    }

    /** The attributes of the manifests of all its jars. */
    public Stream<Map<String, String>> manifests() {
        return Stream.concat(Stream.of(manifest.attributes()), partial.stream().map(PartialArchive::manifest));
    }

    /** The texts that may contain the time of the build. */
    public Stream<String> datedTexts() {
        return Stream.concat(manifests(), Stream.of(filtering.values())).flatMap(texts -> texts.values().stream());
    }

    public List<GeneratedSources> generated() {
        return generated;
    }

    /** Builds of other tools that are run before the module's files are packed. */
    public List<EmbeddedBuild> embedded() {
        return embedded;
    }

    public TestSetup tests() {
        return tests;
    }

    /** How the product is started, if it can be. */
    public Optional<Launch> launch() {
        return launch;
    }

    /** The settings of its compiler, if they are not those of the whole build. */
    public Optional<CompilerSettings> compiler() {
        return compiler;
    }

    /** The archives in which it is handed on, and those of its sources. */
    public List<Distribution> distributions() {
        return distributions;
    }

    /** Whether an archive is the one in which the program is handed on: the first of those that hold it. */
    public boolean isMain(Distribution made) {
        return distributions.stream()
                .filter(Distribution::ofProduct)
                .findFirst()
                .equals(Optional.of(made));
    }

    /** Whether documentation is packed into what the module hands on. */
    public boolean packsDocumentation() {
        return distributions.stream().anyMatch(made -> made.documentation().isPresent());
    }

    /** The folder beside its archive, relative to the archive's, that the libraries it runs with are copied to. */
    public Optional<String> libraryFolder() {
        return libraryFolder;
    }

    /** The languages beside Java that its sources are in. */
    public List<CompiledLanguage> languages() {
        return languages;
    }

    /** Whether its sources declare a module of the module system. */
    public boolean modular() {
        return modular;
    }

    /** What of its classes and resources goes into its own jar. */
    public PathSelection selection() {
        return selection;
    }

    /** Further jars of its classes and resources. */
    public List<PartialArchive> partial() {
        return partial;
    }

    /** Whether it has a place for tests. */
    public boolean mayHaveTests() {
        return !sources.test().folders().isEmpty()
                || languages.stream().anyMatch(compiled -> !compiled.test().isEmpty());
    }

    /** Whether its archive finds the libraries that its manifest names where it is built. */
    public boolean startsInPlace() {
        return libraryFolder.isPresent() && manifest.attributes().containsKey(Manifest.CLASS_PATH);
    }

    public Filtering filtering() {
        return filtering;
    }

    /** The path within the project of a file of the module. */
    public String path(String own) {
        return Paths.join(folder, own);
    }

    /** The file name of its archive. */
    public String archive(String version) {
        return product.name().orElse(artifact + "-" + version) + "."
                + product.packaging().word();
    }

    /** Collects the values of a module. Product and source sets have no default. */
    public static final class Builder {
        private final ModuleName name;
        private final String artifact;
        private final String folder;
        private Product product;
        private SourceSets sources;
        private ClassPath classPath = new ClassPath(List.of(), List.of(), List.of(), List.of());
        private Manifest manifest = new Manifest(Map.of(), Optional.empty());
        private final List<GeneratedSources> generated = new ArrayList<>();
        private TestSetup tests = TestSetup.USUAL;
        private Optional<Launch> launch = Optional.empty();
        private Optional<CompilerSettings> compiler = Optional.empty();
        private Filtering filtering = Filtering.NONE;
        private List<Distribution> distributions = List.of();
        private Optional<String> libraryFolder = Optional.empty();
        private List<CompiledLanguage> languages = List.of();
        private List<EmbeddedBuild> embedded = List.of();
        private boolean modular;
        private PathSelection selection = PathSelection.ALL;
        private List<PartialArchive> partial = List.of();

        private Builder(ModuleName name, String artifact, String folder) {
            this.name = name;
            this.artifact = artifact;
            this.folder = folder;
        }

        public Builder product(Product made) {
            this.product = made;
            return this;
        }

        public Builder sources(SourceSets sets) {
            this.sources = sets;
            return this;
        }

        public Builder classPath(ClassPath declared) {
            this.classPath = declared;
            return this;
        }

        public Builder manifest(Manifest described) {
            this.manifest = described;
            return this;
        }

        public Builder generated(List<GeneratedSources> written) {
            this.generated.addAll(written);
            return this;
        }

        public Builder tests(TestSetup setup) {
            this.tests = setup;
            return this;
        }

        public Builder launch(Optional<Launch> how) {
            this.launch = how;
            return this;
        }

        public Builder compiler(Optional<CompilerSettings> own) {
            this.compiler = own;
            return this;
        }

        public Builder filtering(Filtering replaced) {
            this.filtering = replaced;
            return this;
        }

        public Builder distributions(List<Distribution> made) {
            this.distributions = made;
            return this;
        }

        public Builder libraryFolder(Optional<String> beside) {
            this.libraryFolder = beside;
            return this;
        }

        public Builder languages(List<CompiledLanguage> compiled) {
            this.languages = compiled;
            return this;
        }

        public Builder embedded(List<EmbeddedBuild> inner) {
            this.embedded = inner;
            return this;
        }

        public Builder modular(boolean declared) {
            this.modular = declared;
            return this;
        }

        /** @param own what goes into its own jar */
        public Builder partial(PathSelection own, List<PartialArchive> further) {
            this.selection = own;
            this.partial = further;
            return this;
        }

        public BuildModule build() {
            return new BuildModule(this);
        }
    }
}
