plugins {
    java
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
    maven {
        url = uri("https://repo.port.example/maven")
    }
}

dependencies {
    // a -- remark
    implementation("com.google.code.gson:gson:2.8.9")
    implementation("commons-beanutils:commons-beanutils:1.9.4") {
        exclude(group = "commons-logging", module = "commons-logging")
    }
    implementation("no.port:lamps:1.0-0badcafe")
    implementation("no.port:rope:2.3")
    implementation("no.port:sail:2.3")
    implementation("org.slf4j:slf4j-api:1.7.36")

    runtimeOnly("io.netty:netty-transport-native-epoll:4.1.94.Final:linux-x86_64")
    runtimeOnly("org.slf4j:slf4j-simple:1.7.36")

    testImplementation("junit:junit:4.13.2")

    constraints {
        implementation("org.hamcrest:hamcrest-core") {
            version {
                strictly("1.1")
            }
            because("the version on the class path")
        }
    }
}

tasks.withType<JavaCompile>().configureEach {
    options.encoding = "ISO-8859-1"
    options.compilerArgs.addAll(listOf("-Xlint:all", "-parameters"))
}

tasks.named<Javadoc>("javadoc") {
    (options as StandardJavadocDocletOptions).apply {
        encoding = "ISO-8859-1"
        windowTitle = "Tides & lamps"
    }
}
