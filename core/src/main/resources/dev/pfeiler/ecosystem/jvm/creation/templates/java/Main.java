package [=package];

import java.util.Locale;

/** Converts speeds: each argument is one in knots. */
public final class Main {
    private Main() {}

    public static void main(String[] arguments)[#if examples?has_content || starts?has_content] throws Exception[/#if] {
[#list starts as start]
        [=start];
[/#list]
        String[] speeds = arguments.length > 0 ? arguments : new String[] {"10"};
        for (String speed : speeds) {
            try {
                double metres = Knots.toMetresPerSecond(Double.parseDouble(speed));
                System.out.printf(Locale.ROOT, "%s kn = %.2f m/s%n", speed, metres);
            } catch (IllegalArgumentException e) {
                System.err.println(speed + " is not a speed");
                System.exit(2);
            }
        }
[#list examples as example]
        System.out.println([=example.code]);
[/#list]
    }
}
