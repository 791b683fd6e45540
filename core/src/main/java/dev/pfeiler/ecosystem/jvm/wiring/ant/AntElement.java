package dev.pfeiler.ecosystem.jvm.wiring.ant;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.XmlElement;

/** An element of a build file, with the file it is in. */
record AntElement(String file, XmlElement element) {
    Evidence evidence() {
        return new Evidence(file, element.line(), element.tag());
    }
}
