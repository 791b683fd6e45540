from src/office/main.go
