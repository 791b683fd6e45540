module haldervik/sluice

go 1.13

require port.example/tides/v2 v2.1.0

require port.example/units v1.2.0 // indirect
