package [=package];

import jakarta.enterprise.context.RequestScoped;
import jakarta.inject.Named;
import java.util.Locale;

/** What the page shows: a speed in knots, and what it is in metres per second. */
@Named("speed")
@RequestScoped
public class SpeedBean {
    private double knots = 10;
    private String answer = "";

    public double getKnots() {
        return knots;
    }

    public void setKnots(double knots) {
        this.knots = knots;
    }

    public String getAnswer() {
        return answer;
    }

    /** Converts what was typed in. */
    public void convert() {
        try {
            answer = String.format(Locale.ROOT, "%.2f m/s", Knots.toMetresPerSecond(knots));
        } catch (IllegalArgumentException e) {
            answer = "Not a speed: " + e.getMessage();
        }
    }
}
