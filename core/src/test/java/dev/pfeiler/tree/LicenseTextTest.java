package dev.pfeiler.tree;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LicenseTextTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "SPDX-License-Identifier: EUPL-1.2 | EUPL-1.2",
                "@license MIT | MIT",
                "@license http://port.no/license New BSD License | BSD-3-Clause",
                "@license GPL 2+ | GPL-2.0-or-later",
                "@license LGPLv2.1 | LGPL-2.1-only",
                "the GNU General Public License, version 2 | GPL-2.0-only",
                "GNU Lesser General Public License as published; either version 2.1, or (at your option) any later version | LGPL-2.1-or-later",
                "under the terms of the GNU Affero General Public License | AGPL-3.0-only",
                "Permission is hereby granted, free of charge, to any person | MIT"
            })
    void headersNameLicenses(String header, String license) {
        assertThat(LicenseText.ofHeader("<?php\n/**\n * Tides.\n * " + header.replace(" ", "\n * ") + "\n */"))
                .hasValue(license);
    }

    @ParameterizedTest
    @CsvSource({"Copyright the port office, All rights reserved", "@license see LICENSE, ''"})
    void othersDoNot(String header, String more) {
        assertThat(LicenseText.ofHeader("<?php\n// " + header + " " + more + "\n"))
                .isEmpty();
    }
}
