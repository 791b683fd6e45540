package [=package];

[#assign inject = (level >= 11)?then("jakarta.inject", "javax.inject")]
import com.google.inject.AbstractModule;
import com.google.inject.Guice;
import java.util.Locale;
import [=inject].Inject;

/** Converts speeds to texts in a language that is injected. */
class Converter {
    private final Locale locale;

    @Inject
    Converter(Locale locale) {
        this.locale = locale;
    }

    /** One with all that it needs. */
    static Converter create() {
        return Guice.createInjector(new Bindings()).getInstance(Converter.class);
    }

    String convert(double knots) {
        return String.format(locale, "%.2f m/s", Knots.toMetresPerSecond(knots));
    }

    private static final class Bindings extends AbstractModule {
        @Override
        protected void configure() {
            bind(Locale.class).toInstance(Locale.ROOT);
        }
    }
}
