package [=package]

/** Converts speeds: each argument is one in knots. */
final class Main {
    static void main(String[] arguments) {
[#list starts as start]
        [=start]
[/#list]
        List<String> speeds = arguments ? arguments.toList() : ['10']
        speeds.each { speed ->
            try {
                println String.format(Locale.ROOT, '%s kn = %.2f m/s', speed, Knots.toMetresPerSecond(speed.toDouble()))
            } catch (IllegalArgumentException e) {
                System.err.println "$speed is not a speed"
                System.exit(2)
            }
        }
[#list examples as example]
        println [=example.code]
[/#list]
    }
}
