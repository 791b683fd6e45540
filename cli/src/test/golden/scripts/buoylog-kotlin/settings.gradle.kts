rootProject.name = "buoylog"

include("buoyformat")
include("buoylog")
