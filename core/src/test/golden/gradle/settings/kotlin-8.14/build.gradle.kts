plugins {
    application
}

group = "no.port"
version = "1.2"

java {
    sourceCompatibility = JavaVersion.VERSION_1_8
}

repositories {
    maven {
        url = uri(rootProject.file("local-repository"))
    }
    mavenCentral()
}

configurations {
    testImplementation {
        extendsFrom(compileOnly.get())
    }
}

dependencies {
    implementation("commons-beanutils:commons-beanutils:1.9.4") {
        exclude(group = "commons-logging", module = "commons-logging")
    }
    implementation("no.port:lamps:1.0-0badcafe")

    compileOnly("javax.servlet:javax.servlet-api:3.1.0")

    runtimeOnly("io.netty:netty-transport-native-epoll:4.1.94.Final:linux-x86_64")

    testImplementation("junit:junit:4.13.2")
}

sourceSets {
    main {
        java {
            setSrcDirs(listOf("code", "gen"))
            exclude("attic/**")
        }
    }
}

tasks.withType<JavaCompile>().configureEach {
    options.encoding = "ISO-8859-1"
    options.compilerArgs.addAll(listOf("-Xlint:all", "-parameters"))
}

tasks.named<Test>("test") {
    useJUnit()
    include("no/port/AllChecks.class", "**/Fast*.class")
    isScanForTestClasses = false
    exclude("**/*Slow.class", "**/*\$*.class")
    // files only: a pattern that matches a folder leaves out all below it
    exclude { !it.isDirectory && it.path.matches(Regex("no/port/draft/[^/]*")) }
    workingDir = file("checks")
    jvmArgs("-Xmx256m")
    systemProperty("tides.data", file("data").path)
    environment("PORT", "Haldervik")
}

tasks.named<Jar>("jar") {
    archiveFileName = "tides-all.jar"
    manifest {
        attributes("Built-For" to "Haldervik's \$port")
        attributes("Main-Class" to "no.port.Tides")
    }
}

application {
    mainClass = "no.port.Tides"
}
