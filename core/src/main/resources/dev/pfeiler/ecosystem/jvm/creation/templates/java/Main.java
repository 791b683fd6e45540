package [=package];

import java.util.Locale;

/** Converts speeds: each argument is one in knots. */
public final class Main {
    private Main() {}

    public static void main(String[] arguments)[#if examples?has_content] throws Exception[/#if] {
        String[] speeds = arguments.length > 0 ? arguments : new String[] {"10"};
        for (String speed : speeds) {
            double metres = Knots.toMetresPerSecond(Double.parseDouble(speed));
            System.out.println(String.format(Locale.ROOT, "%s kn = %.2f m/s", speed, metres));
        }
[#list examples as example]
        System.out.println([=example.code]);
[/#list]
    }
}
