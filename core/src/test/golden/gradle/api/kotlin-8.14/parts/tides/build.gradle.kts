plugins {
    id("java-conventions")
    application
}

dependencies {
    implementation(project(":tides-core"))
    implementation("commons-cli:commons-cli:1.5.0")

    testImplementation(project(":tides-core", "tests"))

    constraints {
        implementation("org.hamcrest:hamcrest-core") {
            version {
                strictly("1.1")
            }
            because("the version on the class path")
        }
    }
}

tasks.named<Jar>("jar") {
    manifest {
        attributes("Add-Opens" to "java.base/java.util")
        attributes("Main-Class" to "no.port.Tides")
    }
    doFirst {
        manifest.attributes("Class-Path" to (listOf("conf/") + configurations.runtimeClasspath.get().map { "lib/${it.name}" }).joinToString(" "))
    }
}

tasks.register<Copy>("libraries") {
    from(configurations.runtimeClasspath.get())
    into(layout.buildDirectory.dir("libs/lib"))
}

tasks.register<Tar>("distribution") {
    archiveFileName = "tides-1.2.tar.gz"
    compression = Compression.GZIP
    into("bin") {
        from(tasks.named<Jar>("jar"))
    }
    into("classes") {
        from(sourceSets.main.get().output)
    }
    from(configurations.runtimeClasspath.get()) {
        into("bin")
        include("tides-core-1.2.jar")
    }
    from(configurations.runtimeClasspath.get()) {
        into("lib")
        exclude("tides-core-1.2.jar")
    }
    into("docs") {
        from(tasks.named<Javadoc>("javadoc"))
    }
    from("scripts") {
        into("bin")
        include("*.sh")
        filePermissions { unix("755") }
    }
    from("docs") {
        include("read.txt")
        rename { "README" }
    }
}

tasks.named("assemble") {
    dependsOn("libraries", "distribution")
}

application {
    mainClass = "no.port.Tides"
    applicationDefaultJvmArgs = listOf("--add-opens=java.base/java.util=ALL-UNNAMED")
}
