package dev.pfeiler.artifact.identity;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Function;

/** Work that mostly waits for repositories, done many at a time; the answers are in the order of the questions. */
final class ParallelMap {
    private static final int THREADS = 8;

    private ParallelMap() {}

    static <Q, A> Map<Q, A> map(List<Q> questions, Function<Q, A> work) {
        Map<Q, A> answers = new LinkedHashMap<>();
        if (questions.isEmpty()) return answers;
        ExecutorService threads = Executors.newFixedThreadPool(Math.min(THREADS, questions.size()));
        try {
            Map<Q, Future<A>> asked = new LinkedHashMap<>();
            for (Q question : questions) asked.put(question, threads.submit(() -> work.apply(question)));
            for (Q question : questions)
                answers.put(question, asked.get(question).get());
            return answers;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        } catch (ExecutionException e) {
            if (e.getCause() instanceof RuntimeException cause) throw cause;
            throw new IllegalStateException(e.getCause());
        } finally {
            threads.shutdown();
        }
    }
}
