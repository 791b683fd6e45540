package dev.pfeiler.ecosystem.jvm.language;

import java.util.Arrays;

/**
 * A release of a language and its compiler.
 *
 * @param text as its artifacts write it, for example {@code 2.13.15}
 */
public record LanguageVersion(String text) {
    private static final int LONGEST_NUMBER = 6;

    /** Whether it is a lower one. */
    public boolean before(int major, int minor) {
        return before(major, minor, 0);
    }

    /** Whether it is a lower one. */
    public boolean before(int major, int minor, int patch) {
        return Arrays.compare(numbers(), new int[] {major, minor, patch}) < 0;
    }

    /** Whether it is a lower one. */
    public boolean before(LanguageVersion other) {
        return Arrays.compare(numbers(), other.numbers()) < 0;
    }

    /** Its first two numbers, by which the version of the language is known. */
    public String series() {
        int[] numbers = numbers();
        return numbers[0] + "." + numbers[1];
    }

    /** The first three numbers; what is none counts as 0. */
    private int[] numbers() {
        int[] numbers = new int[3];
        int at = 0;
        int digits = 0;
        for (int i = 0; i < text.length() && at < numbers.length; i++) {
            char c = text.charAt(i);
            if (c >= '0' && c <= '9') {
                if (digits++ < LONGEST_NUMBER) numbers[at] = numbers[at] * 10 + c - '0';
            } else if (c == '.' || c == '-') {
                at++;
                digits = 0;
            } else {
                break;
            }
        }
        return numbers;
    }
}
