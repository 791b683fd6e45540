plugins {
    application
}

group = "no.port"
version = "1.2"

repositories {
    mavenCentral()
}

configurations {
    create("javacc")
}

dependencies {
    "javacc"("net.java.dev.javacc:javacc:7.0.10")
}

sourceSets {
    main {
        java {
            srcDir(files(layout.buildDirectory.dir("generated/sources/javacc")).builtBy("generateJavacc"))
        }
    }
}

tasks.withType<JavaCompile>().configureEach {
    options.encoding = "UTF-8"
    options.release = 17
}

tasks.register<JavaExec>("generateJavacc") {
    inputs.file("src/main/javacc/Tide.jj")
    outputs.dir("build/generated/sources/javacc")
    classpath = configurations["javacc"]
    mainClass = "javacc"
    args("-OUTPUT_DIRECTORY=build/generated/sources/javacc/no/port", "src/main/javacc/Tide.jj")
    doFirst {
        mkdir("build/generated/sources/javacc/no/port")
    }
    doLast {
        delete("build/generated/sources/javacc/no/port/Token.java")
    }
}

tasks.named<Test>("test") {
    useJUnitPlatform()
    workingDir = file("checks")
    setForkEvery(1L)
    jvmArgs("-Xmx256m")
    systemProperty("tides.data", file("data").path)
    environment("PORT", "Haldervik")
}

tasks.register<Test>("testngTest") {
    testClassesDirs = sourceSets.test.get().output.classesDirs
    classpath = sourceSets.test.get().runtimeClasspath
    useTestNG()
    workingDir = file("checks")
    setForkEvery(1L)
    jvmArgs("-Xmx256m")
    systemProperty("tides.data", file("data").path)
    environment("PORT", "Haldervik")
}

tasks.named("check") {
    dependsOn("testngTest")
}

tasks.named<Jar>("jar") {
    manifest {
        attributes("Built-For" to "Haldervik")
        attributes("Main-Class" to "no.port.Tides")
    }
}

// each library lists its services in files of the same names
tasks.register("mergeServices") {
    val services = file(layout.buildDirectory.dir("services"))
    inputs.files(configurations.runtimeClasspath.get())
    outputs.dir(services)
    doLast {
        delete(services)
        configurations.runtimeClasspath.get().forEach {
            if (it.isFile) zipTree(it).matching { include("META-INF/services/*", "META-INF/spring.handlers", "META-INF/spring.schemas", "META-INF/spring.factories", "META-INF/spring/*.imports") }.visit {
                if (!isDirectory) {
                    val merged = relativePath.getFile(services)
                    merged.parentFile.mkdirs()
                    merged.appendText(file.readText() + "\n")
                }
            }
        }
    }
}

tasks.register<Jar>("allJar") {
    archiveFileName = "port-tides-2.1.jar"
    manifest.from(tasks.jar.get().manifest)
    duplicatesStrategy = DuplicatesStrategy.EXCLUDE
    from(sourceSets.main.get().output)
    from(tasks.named("mergeServices"))
    from({ configurations.runtimeClasspath.get().map { if (it.isDirectory) it else zipTree(it) } })
    exclude("META-INF/*.SF", "META-INF/*.DSA", "META-INF/*.RSA")
}

tasks.named("assemble") {
    dependsOn("allJar")
}

application {
    mainClass = "no.port.Tides"
}
