from src/haldervik/sluice/level/level.go
