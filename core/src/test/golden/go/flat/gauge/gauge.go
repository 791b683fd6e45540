package gauge

import "port.example/sluice/sill"

const Zero = sill.Depth
