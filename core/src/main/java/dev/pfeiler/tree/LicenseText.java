package dev.pfeiler.tree;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Which license a text is, or names; as SPDX identifiers. Source: the SPDX license list. */
public final class LicenseText {
    private static final Pattern BLANKS = Pattern.compile("\\s+");
    private static final Pattern COMMENT_LINE_END = Pattern.compile("\\s*\\n\\s*(?:\\*|//|#)?\\s*");
    private static final Pattern LATER =
            Pattern.compile("(?i).*\\b(?:any later version|or later|or \\(at your option\\) any).*");
    private static final Pattern MIT = Pattern.compile("(?i)MIT\\b.*");
    private static final Pattern APACHE = Pattern.compile("(?i)Apache.*2.*");
    private static final Pattern BSD_3 =
            Pattern.compile("(?i)(?:new|3-clause|modified|revised) BSD.*|BSD-3-Clause.*|BSD 3.*");
    private static final Pattern BSD_2 = Pattern.compile("(?i)(?:2-clause|simplified) BSD.*|BSD-2-Clause.*|BSD 2.*");

    private static final Pattern IDENTIFIER = Pattern.compile("SPDX-License-Identifier:\\s*([A-Za-z0-9.+-]+)");
    private static final Pattern GNU = Pattern.compile(
            "(?i)GNU (General|Lesser General|Library General|Affero General) Public License(?:.{0,200}?v(?:ersion)? ?(\\d(?:\\.\\d)?))?");
    private static final Pattern TAG = Pattern.compile("@licen[sc]e\\s+(?:https?://\\S+\\s+)?(?:the )?([^@]{2,60})");
    /** The words at the top of a file, in characters. */
    private static final int HEADER = 3000;

    private LicenseText() {}

    /** The license of a whole text. */
    public static Optional<String> of(String text) {
        String plain = BLANKS.matcher(text).replaceAll(" ");
        if (plain.contains("Permission is hereby granted, free of charge")) return Optional.of("MIT");
        if (plain.contains("Apache License") && plain.contains("Version 2.0")) return Optional.of("Apache-2.0");
        if (plain.contains("GNU AFFERO GENERAL PUBLIC LICENSE Version 3")) return Optional.of("AGPL-3.0-only");
        if (plain.contains("GNU LESSER GENERAL PUBLIC LICENSE Version 3")) return Optional.of("LGPL-3.0-only");
        if (plain.contains("GNU LESSER GENERAL PUBLIC LICENSE Version 2.1")) return Optional.of("LGPL-2.1-only");
        if (plain.contains("GNU GENERAL PUBLIC LICENSE Version 3")) return Optional.of("GPL-3.0-only");
        if (plain.contains("GNU GENERAL PUBLIC LICENSE Version 2")) return Optional.of("GPL-2.0-only");
        if (plain.contains("Redistribution and use in source and binary forms"))
            return Optional.of(plain.contains("Neither the name") ? "BSD-3-Clause" : "BSD-2-Clause");
        return Optional.empty();
    }

    /** The license that the comment at the top of a file names. */
    public static Optional<String> ofHeader(String file) {
        String top = file.substring(0, Math.min(HEADER, file.length()));
        // the signs of comments are between the words of a sentence
        String plain =
                BLANKS.matcher(COMMENT_LINE_END.matcher(top).replaceAll(" ")).replaceAll(" ");
        Matcher identifier = IDENTIFIER.matcher(plain);
        if (identifier.find()) return Optional.of(identifier.group(1));
        Optional<String> whole = of(plain);
        if (whole.isPresent()) return whole;
        Matcher gnu = GNU.matcher(plain);
        if (gnu.find()) return Optional.of(gnu(gnu, plain));
        Matcher tag = TAG.matcher(plain);
        return tag.find() ? named(tag.group(1)) : Optional.empty();
    }

    private static String gnu(Matcher named, String text) {
        String kind = named.group(1).toLowerCase(Locale.ROOT);
        String name = kind.startsWith("affero") ? "AGPL" : kind.startsWith("general") ? "GPL" : "LGPL";
        String version = Optional.ofNullable(named.group(2))
                .or(() -> after(text, named.end()))
                .orElse(name.equals("AGPL") ? "3" : "2");
        String whole = version.contains(".") ? version : version + ".0";
        boolean later = LATER.matcher(text).matches();
        return name + "-" + whole + (later ? "-or-later" : "-only");
    }

    private static Optional<String> after(String text, int from) {
        Matcher version = Pattern.compile("(?i)v(?:ersion)? ?(\\d(?:\\.\\d)?)")
                .matcher(text.substring(from, Math.min(text.length(), from + 200)));
        return version.find() ? Optional.of(version.group(1)) : Optional.empty();
    }

    private static Optional<String> named(String words) {
        String plain = words.strip();
        if (MIT.matcher(plain).matches()) return Optional.of("MIT");
        if (APACHE.matcher(plain).matches()) return Optional.of("Apache-2.0");
        if (BSD_3.matcher(plain).matches()) return Optional.of("BSD-3-Clause");
        if (BSD_2.matcher(plain).matches()) return Optional.of("BSD-2-Clause");
        Matcher gnu = Pattern.compile("(?i)(A|L)?GPL ?-?v? ?(\\d(?:\\.\\d)?)(\\+| or later|-or-later)?.*")
                .matcher(plain);
        if (!gnu.matches()) return Optional.empty();
        String family = Optional.ofNullable(gnu.group(1)).orElse("").toUpperCase(Locale.ROOT) + "GPL-";
        String version = gnu.group(2).contains(".") ? gnu.group(2) : gnu.group(2) + ".0";
        return Optional.of(family + version + (gnu.group(3) == null ? "-only" : "-or-later"));
    }
}
