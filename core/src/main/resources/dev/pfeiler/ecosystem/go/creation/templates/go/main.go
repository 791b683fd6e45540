// Command [=name] converts speeds from knots to metres per second.
package main

import (
	"fmt"
	"log"
	"os"
	"strconv"

	"[=module]/knots"
[#list imports as import]
	[=import]
[/#list]
)

func main() {
	log.SetFlags(0)
	speeds := os.Args[1:]
	if len(speeds) == 0 {
		speeds = []string{"10"}
	}
	for _, speed := range speeds {
		value, err := strconv.ParseFloat(speed, 64)
		if err != nil {
			log.Fatal(err)
		}
		converted, err := knots.ToMetresPerSecond(value)
		if err != nil {
			log.Fatal(err)
		}
		fmt.Printf("%s kn = %.2f m/s\n", speed, converted)
	}
[#list examples as example]
	fmt.Println([=example.code])
[/#list]
}
