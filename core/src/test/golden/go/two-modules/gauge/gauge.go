from src/gauge/gauge.go
