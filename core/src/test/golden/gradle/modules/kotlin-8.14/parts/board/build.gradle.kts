plugins {
    id("java-conventions")
    war
}

dependencies {
    providedCompile(project(":tides-core"))
}

tasks.named<War>("war") {
    archiveFileName = "board.war"
}
