package [=package];

import io.javalin.Javalin;
import io.javalin.http.staticfiles.Location;
import java.util.Locale;

/** Answers HTTP requests on the port that the environment variable PORT names, or on 8080. */
public final class Main {
    private Main() {}

    public static void main(String[] arguments)[#if starts?has_content] throws Exception[/#if] {
[#list starts as start]
        [=start];
[/#list]
        server().start(Integer.parseInt(System.getenv().getOrDefault("PORT", "8080")));
    }

    /** The server, not started yet. */
    static Javalin server() {
        return Javalin.create(config -> config.staticFiles.add("/public", Location.CLASSPATH))
                .get("/knots", context -> {
                    double knots = Double.parseDouble(String.valueOf(context.queryParam("value")));
                    context.result(String.format(Locale.ROOT, "%.2f m/s%n", Knots.toMetresPerSecond(knots)));
                })
[#list examples as example]
                .get("/[=example.need]", context -> context.result([=example.code]))
[/#list]
                .exception(IllegalArgumentException.class, (e, context) -> {
                    context.status(400).result("Not a speed: " + e.getMessage());
                });
    }
}
