plugins {
    war
}

group = "no.port"
version = "1.2"

repositories {
    mavenCentral()
}

configurations {
    create("server")
}

dependencies {
    providedCompile("javax.servlet:javax.servlet-api:3.1.0")

    "server"("com.heroku:webapp-runner:9.0.96.1")
}

sourceSets {
    main {
        java {
            setSrcDirs(listOf("code", "gen"))
            exclude("attic/**")
        }
        resources {
            setSrcDirs(listOf("code"))
            exclude("**/*.java")
        }
    }
    test {
        java {
            setSrcDirs(listOf("checks"))
        }
    }
}

tasks.withType<JavaCompile>().configureEach {
    options.encoding = "UTF-8"
    options.release = 17
}

tasks.named<War>("war") {
    archiveFileName = "tides.war"
    webAppDirectory = file("board")
    exclude("WEB-INF/lib/**")
    from("etc") {
        into("WEB-INF")
    }
}

tasks.register<JavaExec>("serve") {
    dependsOn("war")
    classpath = configurations["server"]
    mainClass = "webapp.runner.launch.Main"
    args("--path", "/tides", "build/libs/tides.war")
}
