package dev.pfeiler.ecosystem.jvm.managed;

import dev.pfeiler.check.Change;
import dev.pfeiler.evidence.Evidence;
import java.util.function.Function;

/**
 * A setting that a descriptor states.
 *
 * @param name as in the descriptor
 * @param change that gives it another value
 */
public record StatedSetting(String name, String value, Evidence evidence, Function<String, Change> change) {}
