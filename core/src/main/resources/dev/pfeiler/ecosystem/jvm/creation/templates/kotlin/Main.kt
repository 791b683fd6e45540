package [=package]

import java.util.Locale

/** Converts speeds: each argument is one in knots. */
fun main(arguments: Array<String>) {
    val speeds = if (arguments.isEmpty()) listOf("10") else arguments.toList()
    for (speed in speeds) {
        println(String.format(Locale.ROOT, "%s kn = %.2f m/s", speed, toMetresPerSecond(speed.toDouble())))
    }
[#list examples as example]
    println([=example.code])
[/#list]
}
