package [=package];

[#assign inject = (level gte 11)?then("jakarta.inject", "javax.inject")]
import com.google.inject.AbstractModule;
import com.google.inject.Guice;
import java.util.Locale;
import [=inject].Inject;

/** Writes speeds in a language that is injected. */
class SpeedFormat {
    private final Locale locale;

    @Inject
    SpeedFormat(Locale locale) {
        this.locale = locale;
    }

    /** One with all that it needs. */
    static SpeedFormat create() {
        return Guice.createInjector(new Bindings()).getInstance(SpeedFormat.class);
    }

    String format(double knots) {
        return String.format(locale, "%.1f kn", knots);
    }

    private static final class Bindings extends AbstractModule {
        @Override
        protected void configure() {
            bind(Locale.class).toInstance(Locale.ROOT);
        }
    }
}
