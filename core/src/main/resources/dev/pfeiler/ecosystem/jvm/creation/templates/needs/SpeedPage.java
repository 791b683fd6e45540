package [=package];

import freemarker.template.Configuration;
import freemarker.template.TemplateException;
import java.io.IOException;
import java.io.StringWriter;
import java.util.Collections;

/** A text about a speed, from templates/speed.txt. */
final class SpeedPage {
    private static final Configuration TEMPLATES = new Configuration(Configuration.VERSION_2_3_34);

    static {
        TEMPLATES.setClassForTemplateLoading(SpeedPage.class, "/templates");
    }

    private SpeedPage() {}

    static String of(double knots) throws IOException, TemplateException {
        StringWriter out = new StringWriter();
        TEMPLATES.getTemplate("speed.txt").process(Collections.singletonMap("knots", knots), out);
        return out.toString();
    }
}
