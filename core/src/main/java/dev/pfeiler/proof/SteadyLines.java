package dev.pfeiler.proof;

import java.util.BitSet;

/** The lines of a text that do not change from one time to the next, found by looking at it twice. */
public final class SteadyLines {
    private final boolean length;
    private final BitSet changing;

    private SteadyLines(boolean length, BitSet changing) {
        this.length = length;
        this.changing = changing;
    }

    public static SteadyLines of(String once, String again) {
        String[] one = once.split("\n", -1);
        String[] other = again.split("\n", -1);
        BitSet changing = new BitSet();
        for (int i = 0; i < Math.min(one.length, other.length); i++) if (!one[i].equals(other[i])) changing.set(i);
        return new SteadyLines(one.length == other.length, changing);
    }

    /** Whether two texts agree in all lines that do not change; a text of changing length agrees with any. */
    public boolean same(String before, String after) {
        if (!length) return true;
        String[] one = before.split("\n", -1);
        String[] other = after.split("\n", -1);
        if (one.length != other.length) return false;
        for (int i = 0; i < one.length; i++) if (!changing.get(i) && !one[i].equals(other[i])) return false;
        return true;
    }
}
