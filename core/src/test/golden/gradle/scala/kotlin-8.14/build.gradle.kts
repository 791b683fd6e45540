plugins {
    java
    scala
}

group = "no.port"
version = "1.2"

java {
    sourceCompatibility = JavaVersion.VERSION_17
}

repositories {
    mavenCentral()
}

sourceSets {
    main {
        scala {
            setSrcDirs(listOf("src/main/scala", "src/main/java"))
        }
        java {
            setSrcDirs(listOf())
        }
    }
    test {
        scala {
            setSrcDirs(listOf("src/test/java"))
        }
        java {
            setSrcDirs(listOf())
        }
    }
}

tasks.withType<JavaCompile>().configureEach {
    options.encoding = "UTF-8"
    options.release = 17
}

tasks.withType<ScalaCompile>().configureEach {
    scalaCompileOptions.encoding = "UTF-8"
    scalaCompileOptions.additionalParameters = listOf("-release", "17", "-target:17", "-deprecation")
}
