module port.example/sluice

go 1.12

require (
	port.example/charts v0.1.0
	port.example/lamps v0.5.0
	port.example/units v0.0.0
)

replace port.example/units => ./third_party/port.example/units
