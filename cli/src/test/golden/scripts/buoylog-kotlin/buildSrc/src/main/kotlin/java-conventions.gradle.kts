plugins {
    java
}

group = "no.haldervik"
version = "1.3"

java {
    sourceCompatibility = JavaVersion.VERSION_1_8
}

repositories {
    mavenCentral()
}

tasks.withType<JavaCompile>().configureEach {
    options.encoding = "windows-1252"
    options.compilerArgs.addAll(listOf("-parameters"))
}
