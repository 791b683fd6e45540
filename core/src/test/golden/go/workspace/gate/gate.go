from src/haldervik/sluice/gate/gate.go
