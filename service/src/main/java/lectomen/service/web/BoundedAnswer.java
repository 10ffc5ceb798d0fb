package lectomen.service.web;

import java.net.http.HttpResponse.BodyHandler;
import java.net.http.HttpResponse.BodySubscriber;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.Flow;
import org.jspecify.annotations.Nullable;

/** Receives the text of an answer up to a limit, and no more of it. */
final class BoundedAnswer implements BodySubscriber<String> {
    static final int MOST_BYTES = 256_000;

    private final CompletableFuture<String> text = new CompletableFuture<>();
    private final byte[] kept = new byte[MOST_BYTES];
    private int size;
    private Flow.@Nullable Subscription subscription;

    private BoundedAnswer() {}

    static BodyHandler<String> handler() {
        return head -> new BoundedAnswer();
    }

    @Override
    public CompletionStage<String> getBody() {
        return text;
    }

    @Override
    public void onSubscribe(Flow.Subscription opened) {
        subscription = opened;
        opened.request(Long.MAX_VALUE);
    }

    @Override
    public void onNext(List<ByteBuffer> buffers) {
        for (ByteBuffer buffer : buffers) {
            int next = Math.min(buffer.remaining(), MOST_BYTES - size);
            buffer.get(kept, size, next);
            size += next;
            if (buffer.hasRemaining()) {
                Objects.requireNonNull(subscription).cancel();
                onComplete();
                return;
            }
        }
    }

    @Override
    public void onError(Throwable problem) {
        text.completeExceptionally(problem);
    }

    @Override
    public void onComplete() {
        text.complete(new String(kept, 0, size, StandardCharsets.UTF_8));
    }
}
