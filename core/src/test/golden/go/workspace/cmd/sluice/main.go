from src/haldervik/sluice/cmd/sluice/main.go
