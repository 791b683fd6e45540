package dev.pfeiler.checking;

import java.io.IOException;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;

/** Drifts of a project that Composer manages. The hashes were worked out by Composer itself. */
class PhpCheckTest {
    @TempDir
    Path folder;

    private static void layOut(CheckedSketch project) throws IOException {
        project.file(
                        "composer.json",
                        """
                        {
                            "name": "haldervik/berths",
                            "type": "project",
                            "require": {
                                "ext-mbstring": "*",
                                "php": ">=8.1"
                            },
                            "autoload": {
                                "psr-4": {
                                    "Haldervik\\\\Berths\\\\": "src/"
                                },
                                "files": [
                                    "src/functions.php"
                                ]
                            },
                            "bin": [
                                "bin/berths"
                            ]
                        }
                        """)
                .file(".gitignore", "/vendor/\n")
                .file(
                        "bin/berths",
                        """
                        #!/usr/bin/env php
                        <?php

                        require __DIR__ . '/../vendor/autoload.php';

                        use Haldervik\\Berths\\Berth;

                        echo (new Berth('b1'))->line(), "\\n";
                        """)
                .file(
                        "src/functions.php",
                        "<?php\n\nnamespace Haldervik\\Berths;\n\nfunction metres(int $feet): int\n{\n    return $feet;\n}\n")
                .file(
                        "src/Berth.php",
                        """
                        <?php

                        namespace Haldervik\\Berths;

                        final class Berth
                        {
                            public function __construct(private readonly string $name)
                            {
                            }

                            public function line(): string
                            {
                                return mb_strtoupper($this->name);
                            }
                        }
                        """);
    }

    @TestFactory
    Stream<DynamicTest> drifts() {
        return new DriftCases(folder, PhpCheckTest::layOut)
                .cured(
                        "prefix wrong",
                        p -> p.edit("composer.json", "Haldervik\\\\Berths", "Haldervik\\\\Quays"),
                        "error autoload-rule-wrong composer.json:10 Haldervik\\Quays\\")
                .cured(
                        "folder of classes missing",
                        p -> p.edit("composer.json", "\"src/\"", "\"lib/\""),
                        "error autoload-rule-wrong composer.json:10 lib/")
                .cured(
                        "file missing",
                        p -> p.edit("composer.json", "src/functions.php", "src/helpers.php"),
                        "error autoload-file-missing composer.json:12 src/helpers.php")
                .cured(
                        "program missing",
                        p -> p.edit("composer.json", "bin/berths", "bin/quays"),
                        "error autoload-file-missing composer.json:16 bin/quays")
                .cured(
                        "extension undeclared",
                        p -> p.edit("composer.json", "        \"ext-mbstring\": \"*\",\n", ""),
                        "warning extension-undeclared composer.json:4 ext-mbstring")
                .cured(
                        "level too low",
                        p -> p.edit("composer.json", ">=8.1", ">=7.4"),
                        "error php-level-too-low composer.json:6 php")
                .cured(
                        "class loader elsewhere",
                        p -> p.edit("bin/berths", "/../vendor", "/vendor"),
                        "error class-loader-missing bin/berths:4 vendor/autoload.php")
                .cured(
                        "class in another folder",
                        p -> p.move("src/Berth.php", "src/Old/Berth.php"),
                        "error class-not-covered src/Old/Berth.php:5 Haldervik\\Berths\\Berth")
                .kept(
                        "packages without encryption",
                        p -> p.edit(
                                "composer.json",
                                "    \"autoload\"",
                                "    \"repositories\": [{\"type\": \"composer\", \"url\": \"http://php.haldervik.example\"}],\n    \"autoload\""),
                        "error package-source-without-encryption composer.json:8 http://php.haldervik.example")
                .kept(
                        "lock file of another descriptor",
                        p -> p.file(
                                "composer.lock",
                                "{\n    \"content-hash\": \"00000000000000000000000000000000\",\n    \"packages\": []\n}\n"),
                        "error composer-lock-out-of-date composer.lock:2 composer.lock")
                .tests();
    }
}
