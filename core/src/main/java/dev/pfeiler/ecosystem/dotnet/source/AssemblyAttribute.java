package dev.pfeiler.ecosystem.dotnet.source;

import java.util.Optional;

/**
 * An attribute of the whole assembly that a source states.
 *
 * @param name its last part, without {@code Attribute} at its end
 * @param value its only argument, if that is a literal text
 * @param start of what has to go to take it out, in characters from 0
 * @param end behind that
 * @param conditional whether it stands in a part that may be left out
 */
public record AssemblyAttribute(String name, Optional<String> value, int start, int end, boolean conditional) {}
