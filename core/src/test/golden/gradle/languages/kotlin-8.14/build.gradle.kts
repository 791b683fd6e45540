import java.text.SimpleDateFormat
import java.util.Date
import org.apache.tools.ant.filters.ReplaceTokens

plugins {
    application
    kotlin("jvm") version "1.8.22"
    kotlin("plugin.allopen") version "1.8.22"
    groovy
}

group = "no.port"
version = "1.2"

java {
    sourceCompatibility = JavaVersion.VERSION_1_8
}

repositories {
    mavenCentral()
}

dependencies {
    implementation("org.jetbrains.kotlin:kotlin-stdlib:1.3.50")

    testImplementation("junit:junit:4.13.2")
    testImplementation("org.codehaus.groovy:groovy:2.5.23")
}

tasks.withType<JavaCompile>().configureEach {
    options.encoding = "UTF-8"
    options.compilerArgs.addAll(listOf("-parameters"))
}

tasks.withType<org.jetbrains.kotlin.gradle.tasks.KotlinCompile>().configureEach {
    kotlinOptions.jvmTarget = "1.8"
    kotlinOptions.languageVersion = "1.3"
    kotlinOptions.apiVersion = "1.3"
    kotlinOptions.freeCompilerArgs = listOf("-Xjsr305=strict")
}

allOpen {
    annotation("no.port.Open")
}

tasks.withType<GroovyCompile>().configureEach {
    options.encoding = "UTF-8"
    groovyOptions.encoding = "UTF-8"
    groovyOptions.isParameters = true
}

tasks.named<ProcessResources>("processResources") {
    filesMatching("about.properties") {
        filter<ReplaceTokens>("tokens" to mapOf("day" to "on " + SimpleDateFormat("d MMM").format(Date()), "version" to "1.2", "year" to "of " + SimpleDateFormat("yyyy").format(Date()) + ", it's"))
        filter<ReplaceTokens>("tokens" to mapOf("day" to "on " + SimpleDateFormat("d MMM").format(Date()), "version" to "1.2", "year" to "of " + SimpleDateFormat("yyyy").format(Date()) + ", it's"), "beginToken" to "\${", "endToken" to "}")
    }
}

tasks.named<Test>("test") {
    useJUnit()
    workingDir = file("checks")
    setForkEvery(1L)
    jvmArgs("-Xmx256m")
    systemProperty("mode", "a \$b")
    systemProperty("tides.data", file("data").path)
    environment("PORT", "Haldervik")
}

tasks.named<Jar>("jar") {
    manifest {
        attributes("Built-For" to "Haldervik")
        attributes("Built-On" to "the " + SimpleDateFormat("d MMM").format(Date()) + " at " + SimpleDateFormat("HH:mm").format(Date()))
        attributes("Main-Class" to "no.port.TidesKt")
    }
}

application {
    mainClass = "no.port.TidesKt"
}
