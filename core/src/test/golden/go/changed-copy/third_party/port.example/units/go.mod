module port.example/units

go 1.12
