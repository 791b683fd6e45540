package org.apache.commons.codec.binary;

/** What the port office once added to its copy of the library. */
public final class PortHex {
    private PortHex() {}

    /** Two digits, as the old gauge sends them. */
    public static String of(int value) {
        String digits = Integer.toHexString(value & 0xff);
        return digits.length() == 1 ? "0" + digits : digits;
    }
}
