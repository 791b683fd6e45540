package [=package]

import java.util.Locale
import kotlin.system.exitProcess

/** Converts speeds: each argument is one in knots. */
fun main(arguments: Array<String>) {
[#list starts as start]
    [=start]
[/#list]
    val speeds = if (arguments.isEmpty()) listOf("10") else arguments.toList()
    for (speed in speeds) {
        try {
            println(String.format(Locale.ROOT, "%s kn = %.2f m/s", speed, toMetresPerSecond(speed.toDouble())))
        } catch (e: IllegalArgumentException) {
            System.err.println("$speed is not a speed")
            exitProcess(2)
        }
    }
[#list examples as example]
    println([=example.code])
[/#list]
}
