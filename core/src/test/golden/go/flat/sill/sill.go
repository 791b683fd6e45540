from src/sill/sill.go
