plugins {
    id("java-conventions")
    `java-library`
}

java {
    sourceCompatibility = JavaVersion.VERSION_11
}

configurations {
    create("tests")
    testImplementation {
        extendsFrom(compileOnly.get())
    }
}

dependencies {
    api("com.google.code.gson:gson:2.8.9")

    implementation("commons-cli:commons-cli:1.5.0")

    compileOnly("org.projectlombok:lombok:1.18.30")

    annotationProcessor("org.projectlombok:lombok:1.18.30")
}

tasks.withType<JavaCompile>().configureEach {
    options.encoding = "ISO-8859-1"
    options.isDebug = false
    options.compilerArgs = mutableListOf()
}

tasks.register<Jar>("testJar") {
    archiveClassifier = "tests"
    from(sourceSets.test.get().output)
}

artifacts {
    add("tests", tasks.named<Jar>("testJar"))
}
