plugins {
    id("java-conventions")
}

configurations {
    create("javacc")
}

dependencies {
    testImplementation("junit:junit:4.13.2")

    "javacc"("net.java.dev.javacc:javacc:7.0.13")
}

sourceSets {
    main {
        java {
            srcDir(files(layout.buildDirectory.dir("generated/sources/javacc")).builtBy("generateJavacc"))
        }
    }
}

tasks.register<JavaExec>("generateJavacc") {
    inputs.file("src/main/javacc/Sounding.jj")
    outputs.dir("build/generated/sources/javacc")
    classpath = configurations["javacc"]
    mainClass = "javacc"
    args("-OUTPUT_DIRECTORY=build/generated/sources/javacc/no/haldervik/buoylog/format/parse", "src/main/javacc/Sounding.jj")
    doFirst {
        mkdir("build/generated/sources/javacc/no/haldervik/buoylog/format/parse")
    }
}

tasks.named<Test>("test") {
    useJUnit()
}
