module office

go 1.12

require gauge v0.0.0

replace gauge => ../gauge
