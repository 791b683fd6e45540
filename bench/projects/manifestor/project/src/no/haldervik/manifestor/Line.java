package no.haldervik.manifestor;

import com.google.auto.value.AutoValue;

@AutoValue
public abstract class Line {
    public abstract String text();

    public abstract int number();

    public static Line of(String text, int number) {
        return new AutoValue_Line(text, number);
    }
}
