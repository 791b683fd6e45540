from src/gauge/sill/sill.go
