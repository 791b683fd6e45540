rootProject.name = "tides"

include("tides-core")
include("board")
include("tides")

project(":board").projectDir = file("parts/board")
