rootProject.name = "fleet"

include("tides-core")
include("tides")

project(":tides").projectDir = file("parts/tides")
