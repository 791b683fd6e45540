package no.haldervik.wave;

import org.apache.commons.lang3.tuple.Pair;

public class Wave {
    public Pair<Double, Double> range() {
        return Pair.of(0.2, 1.4);
    }
}
