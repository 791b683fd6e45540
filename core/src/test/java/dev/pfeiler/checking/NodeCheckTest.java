package dev.pfeiler.checking;

import java.io.IOException;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;

/** Drifts of a package that npm manages. */
class NodeCheckTest {
    private static final String DESCRIPTOR =
            """
            {
              "name": "mast",
              "version": "2.0.0",
              "description": "Signals of the mast",
              "main": "lib/mast.js",
              "bin": {
                "mast": "bin/mast.js"
              },
              "files": [
                "bin",
                "lib",
                "pages"
              ],
              "scripts": {
                "test": "hail test/"
              },
              "engines": {
                "node": ">=14"
              },
              "dependencies": {
                "flags": "^1.2.0",
                "pole": "^3.0.0"
              },
              "devDependencies": {
                "fathom": "^4.1.0",
                "hail": "^2.0.0"
              }
            }
            """;

    private static final String LOCK =
            """
            {
              "name": "mast",
              "version": "2.0.0",
              "lockfileVersion": 3,
              "requires": true,
              "packages": {
                "": {
                  "name": "mast",
                  "version": "2.0.0",
                  "dependencies": {
                    "flags": "^1.2.0",
                    "pole": "^3.0.0"
                  },
                  "bin": {
                    "mast": "bin/mast.js"
                  },
                  "devDependencies": {
                    "fathom": "^4.1.0",
                    "hail": "^2.0.0"
                  },
                  "engines": {
                    "node": ">=14"
                  }
                },
                "node_modules/fathom": {
                  "version": "4.1.3",
                  "resolved": "https://npm.example/fathom/-/fathom-4.1.3.tgz",
                  "integrity": "sha512-aa==",
                  "dev": true,
                  "dependencies": {
                    "rope": "^1.0.0"
                  }
                },
                "node_modules/flags": {
                  "version": "1.2.1",
                  "resolved": "https://npm.example/flags/-/flags-1.2.1.tgz",
                  "integrity": "sha512-bb==",
                  "peerDependencies": {
                    "pole": "3"
                  }
                },
                "node_modules/hail": {
                  "version": "2.0.0",
                  "resolved": "https://npm.example/hail/-/hail-2.0.0.tgz",
                  "integrity": "sha512-cc==",
                  "dev": true,
                  "bin": {
                    "hail": "hail.js"
                  }
                },
                "node_modules/pole": {
                  "version": "3.0.0",
                  "resolved": "https://npm.example/pole/-/pole-3.0.0.tgz",
                  "integrity": "sha512-dd=="
                },
                "node_modules/rope": {
                  "version": "1.0.2",
                  "resolved": "https://npm.example/rope/-/rope-1.0.2.tgz",
                  "integrity": "sha512-ee==",
                  "dev": true
                }
              }
            }
            """;

    @TempDir
    Path folder;

    private static void layOut(CheckedSketch project) throws IOException {
        project.file("package.json", DESCRIPTOR)
                .file("package-lock.json", LOCK)
                .file(".gitignore", "/node_modules/\n")
                .file(".nvmrc", "14\n")
                .file("bin/mast.js", "#!/usr/bin/env node\nrequire('../lib/mast.js').show();\n")
                .file(
                        "lib/mast.js",
                        """
                        'use strict';
                        const flags = require('flags');
                        const pole = require('pole');
                        const fs = require('fs');
                        exports.show = () => fs.readFileSync(__dirname + '/../pages/index.html') + flags(pole?.top);
                        """)
                .file(
                        "test/mast.test.js",
                        """
                        'use strict';
                        const fathom = require('fathom');
                        const { show } = require('../lib/mast.js');
                        fathom(show);
                        """)
                .file("pages/index.html", "<html><script src=\"js/mast.js\"></script></html>\n")
                .file("pages/js/mast.js", "document.title = 'Mast';\n");
    }

    /** In the descriptor and in the lock file. */
    private static void both(CheckedSketch project, String before, String after) throws IOException {
        project.edit("package.json", before, after)
                .edit("package-lock.json", before.replace("\n", "\n    "), after.replace("\n", "\n    "));
    }

    @TestFactory
    Stream<DynamicTest> packages() {
        return new DriftCases(folder.resolve("packages"), NodeCheckTest::layOut)
                .cured(
                        "import undeclared",
                        p -> both(p, ",\n    \"pole\": \"^3.0.0\"", ""),
                        "error import-undeclared package.json:20 pole",
                        "warning peer-missing package.json:21 pole")
                .cured(
                        "the program needs what is for development",
                        p -> {
                            both(p, ",\n    \"pole\": \"^3.0.0\"", "");
                            both(p, "\"hail\": \"^2.0.0\"", "\"hail\": \"^2.0.0\",\n    \"pole\": \"^3.0.0\"");
                            p.edit(
                                    "package-lock.json",
                                    "\"integrity\": \"sha512-dd==\"",
                                    "\"integrity\": \"sha512-dd==\",\n      \"dev\": true");
                        },
                        "error development-package-in-program package.json:26 pole")
                .cured(
                        "only tests use it",
                        p -> {
                            both(p, "\"flags\": \"^1.2.0\"", "\"fathom\": \"^4.1.0\",\n    \"flags\": \"^1.2.0\"");
                            p.edit("package.json", "\n    \"fathom\": \"^4.1.0\",\n    \"hail\"", "\n    \"hail\"");
                            p.edit(
                                    "package-lock.json",
                                    "\n        \"fathom\": \"^4.1.0\",\n        \"hail\"",
                                    "\n        \"hail\"");
                            p.edit("package-lock.json", "aa==\",\n      \"dev\": true", "aa==\"");
                            p.edit("package-lock.json", "ee==\",\n      \"dev\": true", "ee==\"");
                        },
                        "warning test-package-in-program package.json:21 fathom")
                .cured(
                        "unused",
                        p -> {
                            both(p, "\"pole\": \"^3.0.0\"", "\"pole\": \"^3.0.0\",\n    \"sail\": \"^1.0.0\"");
                            p.edit(
                                    "package-lock.json",
                                    "ee==\",\n      \"dev\": true\n    }",
                                    "ee==\",\n      \"dev\": true\n    },\n    \"node_modules/sail\": {\n      \"version\": \"1.0.0\"\n    }");
                        },
                        "warning package-unused package.json:23 sail")
                .kept(
                        "lock out of date",
                        p -> p.edit("package.json", "\"pole\": \"^3.0.0\"", "\"pole\": \"^4.0.0\""),
                        "error lock-out-of-date package-lock.json:12 pole")
                .kept(
                        "two lock files",
                        p -> p.file("yarn.lock", "# yarn lockfile v1\n"),
                        "warning lock-files-of-two-tools yarn.lock yarn.lock")
                .cured(
                        "program of a script missing",
                        p -> both(p, ",\n    \"hail\": \"^2.0.0\"", ""),
                        "error script-program-missing package.json:15 hail")
                .tests();
    }

    @TestFactory
    Stream<DynamicTest> files() {
        return new DriftCases(folder.resolve("files"), NodeCheckTest::layOut)
                .cured(
                        "entry missing",
                        p -> p.edit("package.json", "\"lib/mast.js\"", "\"source/mast.js\""),
                        "error entry-missing package.json:5 source/mast.js")
                .cured(
                        "shipped folder missing",
                        p -> p.edit("package.json", "\"pages\"", "\"site\""),
                        "error entry-missing package.json:9 site")
                .cured(
                        "engine too low",
                        p -> both(p, "\">=14\"", "\">=12\""),
                        "error engine-too-low package.json:18 engines.node")
                .cured("engine elsewhere", p -> p.file(".nvmrc", "12\n"), "error engine-elsewhere .nvmrc:1 12")
                .cured(
                        "module type wrong",
                        p -> p.edit("package.json", "  \"main\"", "  \"type\": \"module\",\n  \"main\""),
                        "error module-type-wrong package.json:5 type")
                .cured(
                        "page loads what is not there",
                        p -> p.edit("pages/index.html", "js/mast.js", "script/mast.js"),
                        "error page-file-missing pages/index.html:1 script/mast.js")
                .cured(
                        "source ignored",
                        p -> p.file(".gitignore", "/node_modules/\nlib\n"),
                        "error source-ignored .gitignore:2 lib")
                .tests();
    }

    @TestFactory
    Stream<DynamicTest> typescript() {
        return new DriftCases(folder.resolve("typescript"), project -> project.file(
                                "package.json",
                                "{\n  \"name\": \"mast\",\n  \"version\": \"1.0.0\",\n  \"type\": \"module\",\n  \"main\": \"dist/mast.js\"\n}\n")
                        .file(
                                "tsconfig.json",
                                "{\n  // strict\n  \"compilerOptions\": { \"rootDir\": \"src\", \"outDir\": \"dist\" },\n  \"include\": [\"src/**/*.ts\"]\n}\n")
                        .file("src/mast.ts", "export const height: number = 12;\n"))
                .cured(
                        "sources elsewhere",
                        p -> p.edit("tsconfig.json", "src/**", "source/**"),
                        "error compiler-path-wrong tsconfig.json:4 source/**/*.ts")
                .cured(
                        "results elsewhere",
                        p -> p.edit("tsconfig.json", "\"dist\"", "\"build\""),
                        "error compiler-path-wrong tsconfig.json:3 compilerOptions.outDir")
                .tests();
    }

    /** What healthy packages have on purpose. */
    @TestFactory
    Stream<DynamicTest> noDrifts() {
        return new DriftCases(folder.resolve("none"), project -> project.file(
                                "package.json",
                                "{\n  \"name\": \"mast\",\n  \"main\": \"./mast\",\n  \"exports\": { \"import\": \"./mast.mjs\", \"require\": \"./mast.js\" },\n"
                                        + "  \"engines\": { \"node\": \">=6\" }\n}\n")
                        .file("mast.js", "exports.height = () => 12;\n")
                        .file("mast.mjs", "import mast from './mast.js';\nexport default mast;\n"))
                .kept(
                        "a published package, whose authors' tools are not declared",
                        p -> p.file("test/mast.test.js", "require('fathom')(require('../mast.js'));\n"))
                .kept(
                        "a package that is there for some users",
                        p -> p.file(
                                "mast.js",
                                "let rope;\ntry { rope = require('rope'); } catch (e) {}\nexports.rope = rope;\n"))
                .tests();
    }
}
