package fähre;

import org.apache.commons.lang3.StringUtils;

public class Fährplan {
    public static void main(String[] args) {
        System.out.println(StringUtils.length("Überfahrt um zwölf"));
        new Überfahrt().größe();
    }
}
