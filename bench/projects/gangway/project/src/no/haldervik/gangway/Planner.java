package no.haldervik.gangway;

import java.util.ArrayList;
import java.util.List;

public class Planner {
    public interface Tide {
        double levelAt(int hour);
    }

    private final Tide tide;

    public Planner(Tide tide) {
        this.tide = tide;
    }

    public List<Integer> hours() {
        List<Integer> hours = new ArrayList<>();
        for (int hour = 0; hour < 24; hour++) {
            if (new Gangway("g", tide.levelAt(hour)).passable()) hours.add(hour);
        }
        return hours;
    }

    public static void main(String[] args) {
        System.out.println(new Planner(hour -> hour / 40.0).hours());
    }
}
