package dev.pfeiler.tree;

import java.text.Normalizer;
import java.util.Map;
import java.util.regex.Pattern;

/** Writes letters of Latin alphabets in ASCII, as identifiers of artifacts require. Other characters stay as they are. */
public final class Transliteration {
    private static final Pattern MARKS = Pattern.compile("\\p{M}+");

    /** Letters that Unicode does not decompose, and umlauts, which lose more than a mark without their e. */
    private static final Map<Character, String> LETTERS = Map.ofEntries(
            Map.entry('ä', "ae"),
            Map.entry('ö', "oe"),
            Map.entry('ü', "ue"),
            Map.entry('ß', "ss"),
            Map.entry('æ', "ae"),
            Map.entry('ø', "oe"),
            Map.entry('å', "aa"),
            Map.entry('œ', "oe"),
            Map.entry('ð', "d"),
            Map.entry('đ', "d"),
            Map.entry('þ', "th"),
            Map.entry('ł', "l"),
            Map.entry('ı', "i"));

    private Transliteration() {}

    public static String ascii(String text) {
        StringBuilder plain = new StringBuilder();
        for (char c : Normalizer.normalize(text, Normalizer.Form.NFC).toCharArray()) {
            String letters = LETTERS.get(Character.toLowerCase(c));
            if (letters == null) plain.append(c);
            else if (Character.isUpperCase(c))
                plain.append(Character.toUpperCase(letters.charAt(0))).append(letters.substring(1));
            else plain.append(letters);
        }
        return MARKS.matcher(Normalizer.normalize(plain, Normalizer.Form.NFD)).replaceAll("");
    }

    /** Whether a text has letters or digits that ASCII has no way to write, so that a name made of it lacks them. */
    public static boolean loses(String text) {
        return ascii(text).codePoints().anyMatch(c -> c > 127 && Character.isLetterOrDigit(c));
    }
}
