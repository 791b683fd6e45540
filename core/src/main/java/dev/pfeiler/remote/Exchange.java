package dev.pfeiler.remote;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpClient;
import java.net.http.HttpHeaders;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.nio.ByteBuffer;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Flow;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;

/**
 * One HTTP exchange.
 *
 * @param body as many bytes of it as the bound allows
 * @param cut whether there were more
 */
public record Exchange(int status, HttpHeaders headers, byte[] body, boolean cut) {
    /**
     * Sends a request.
     *
     * @param limit for the exchange as a whole, its body included
     * @param most how many bytes of the body are read
     * @throws HttpTimeoutException if the limit is reached
     */
    public static Exchange of(HttpClient client, HttpRequest request, Duration limit, int most) throws IOException {
        CompletableFuture<HttpResponse<Body>> pending = client.sendAsync(request, info -> new Bounded(most));
        try {
            HttpResponse<Body> response = pending.get(limit.toMillis(), TimeUnit.MILLISECONDS);
            return new Exchange(
                    response.statusCode(),
                    response.headers(),
                    response.body().bytes(),
                    response.body().cut());
        } catch (TimeoutException e) {
            pending.cancel(true);
            throw new HttpTimeoutException("no complete response within " + limit.toSeconds() + " s");
        } catch (ExecutionException e) {
            if (e.getCause() instanceof IOException failed) throw failed;
            throw new IOException(e.getCause());
        } catch (InterruptedException e) {
            pending.cancel(true);
            Thread.currentThread().interrupt();
            throw new IOException(
                    "interrupted while waiting for " + request.uri().getHost(), e);
        }
    }

    private record Body(byte[] bytes, boolean cut) {}

    /** Takes bytes up to a bound, and cancels the rest. */
    private static final class Bounded implements HttpResponse.BodySubscriber<Body> {
        private final int most;
        private final ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        private final CompletableFuture<Body> body = new CompletableFuture<>();
        private Flow.Subscription subscription;

        Bounded(int most) {
            this.most = most;
        }

        @Override
        public CompletionStage<Body> getBody() {
            return body;
        }

        @Override
        public void onSubscribe(Flow.Subscription started) {
            subscription = started;
            started.request(Long.MAX_VALUE);
        }

        @Override
        public void onNext(List<ByteBuffer> buffers) {
            if (body.isDone()) return;
            for (ByteBuffer buffer : buffers) {
                int taken = Math.min(buffer.remaining(), most - bytes.size());
                byte[] part = new byte[taken];
                buffer.get(part);
                bytes.writeBytes(part);
                if (!buffer.hasRemaining()) continue;
                subscription.cancel();
                body.complete(new Body(bytes.toByteArray(), true));
                return;
            }
        }

        @Override
        public void onError(Throwable e) {
            body.completeExceptionally(e);
        }

        @Override
        public void onComplete() {
            body.complete(new Body(bytes.toByteArray(), false));
        }
    }
}
