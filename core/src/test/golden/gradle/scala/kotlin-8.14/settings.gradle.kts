rootProject.name = "tides"
