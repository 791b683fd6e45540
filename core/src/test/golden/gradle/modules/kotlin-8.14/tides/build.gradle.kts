plugins {
    ear
}

group = "no.port"
version = "1.2"

repositories {
    mavenCentral()
}

dependencies {
    deploy(project(":board", "archives"))

    earlib(project(":tides-core"))
}

tasks.named<Ear>("ear") {
    archiveFileName = "tides.ear"
    generateDeploymentDescriptor.set(false)
}
