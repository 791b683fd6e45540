module gauge

go 1.12
