package [=package]

/** Converts speeds: each argument is one in knots. */
object Main {
  def main(arguments: Array[String]): Unit = {
    val speeds = if (arguments.isEmpty) Array("10") else arguments
    for (speed <- speeds) {
      try {
        val metres = Knots.toMetresPerSecond(speed.toDouble)
        println("%s kn = %.2f m/s".formatLocal(java.util.Locale.ROOT, speed, metres))
      } catch {
        case _: IllegalArgumentException =>
          Console.err.println(s"$speed is not a speed")
          sys.exit(2)
      }
    }
[#list examples as example]
    println([=example.code])
[/#list]
  }
}
