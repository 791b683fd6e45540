from vendor/port.example/units/units.go
