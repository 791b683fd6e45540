plugins {
    id("java-conventions")
    application
}

dependencies {
    implementation(project(":buoyformat"))
    implementation("commons-cli:commons-cli:1.5.0")

    testImplementation("junit:junit:4.13.2")
}

tasks.named<Test>("test") {
    useJUnit()
}

tasks.named<Jar>("jar") {
    manifest {
        attributes("Implementation-Vendor" to "Haldervik port office")
        attributes("Main-Class" to "no.haldervik.buoylog.Main")
    }
    doFirst {
        manifest.attributes("Class-Path" to configurations.runtimeClasspath.get().joinToString(" ") { "${it.name}" })
    }
}

tasks.register<Copy>("libraries") {
    from(configurations.runtimeClasspath.get())
    into(layout.buildDirectory.dir("libs"))
}

tasks.named("assemble") {
    dependsOn("libraries")
}

application {
    mainClass = "no.haldervik.buoylog.Main"
}
