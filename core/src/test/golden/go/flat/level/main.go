package main

import "port.example/sluice/gauge"

func main() { println(gauge.Zero) }
