package [=package]

/** Converts speeds: each argument is one in knots. */
final class Main {
    static void main(String[] arguments) {
        List<String> speeds = arguments ? arguments.toList() : ['10']
        speeds.each { speed ->
            println String.format(Locale.ROOT, '%s kn = %.2f m/s', speed, Knots.toMetresPerSecond(speed.toDouble()))
        }
[#list examples as example]
        println [=example.code]
[/#list]
    }
}
