plugins {
    java
}

group = "no.port"
version = "1.2"

java {
    sourceCompatibility = JavaVersion.VERSION_1_8
}

repositories {
    mavenCentral()
}

tasks.withType<JavaCompile>().configureEach {
    options.encoding = "UTF-8"
    options.compilerArgs.addAll(listOf("-parameters"))
}

tasks.named<Javadoc>("javadoc") {
    isFailOnError = false
    (options as StandardJavadocDocletOptions).apply {
        encoding = "UTF-8"
        links("https://docs.port.example/")
        memberLevel = JavadocMemberLevel.PROTECTED
        isUse = true
        windowTitle = "Tides"
        addBooleanOption("Xdoclint:none", true)
    }
}
