package dev.pfeiler.proof;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.LongSupplier;

/** Takes the time from one stage of long work to the next, and passes the stages on. */
public final class StageClock implements Consumer<String> {
    private final Consumer<String> stages;
    private final LongSupplier nanoseconds;
    private final List<Verdict.StageTime> times = new ArrayList<>();
    private String current = "";
    private long since;

    public StageClock(Consumer<String> stages, LongSupplier nanoseconds) {
        this.stages = stages;
        this.nanoseconds = nanoseconds;
    }

    @Override
    public synchronized void accept(String stage) {
        end();
        current = stage;
        since = nanoseconds.getAsLong();
        stages.accept(stage);
    }

    /** The stages so far, the current one included, in their order. */
    public synchronized List<Verdict.StageTime> times() {
        end();
        current = "";
        return List.copyOf(times);
    }

    private void end() {
        if (!current.isEmpty())
            times.add(new Verdict.StageTime(current, (nanoseconds.getAsLong() - since) / 1_000_000));
    }
}
