package gavlin.core.decoder;

/** All decoders are at work and enough callers wait already, or none can be started just now: the same will go through later. */
public final class DecodersBusy extends RuntimeException {
    DecodersBusy(String message, Throwable cause) {
        super(message, cause);
    }
}
