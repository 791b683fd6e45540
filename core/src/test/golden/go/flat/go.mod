module port.example/sluice

go 1.12
