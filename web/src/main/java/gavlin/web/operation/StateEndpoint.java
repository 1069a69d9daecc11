package gavlin.web.operation;

import gavlin.core.decoder.Decoders;
import gavlin.web.work.HeavyWork;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.util.ArrayList;
import java.util.List;
import java.util.function.ToDoubleFunction;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.boot.actuate.endpoint.annotation.Endpoint;
import org.springframework.boot.actuate.endpoint.annotation.ReadOperation;
import org.springframework.boot.info.BuildProperties;
import org.springframework.stereotype.Component;

/** How this node stands: in lines for {@code ./gavlin status}, and as figures among the metrics. */
@Component
@Endpoint(id = "state")
class StateEndpoint implements MeterBinder {
    private final Decoders decoders;
    private final HeavyWork work;
    private final String version;

    StateEndpoint(Decoders decoders, HeavyWork work, ObjectProvider<BuildProperties> build) {
        this.version =
                build.stream().map(BuildProperties::getVersion).findFirst().orElse("of the source");
        this.decoders = decoders;
        this.work = work;
    }

    /** Without quotation marks: a shell script reads them. */
    record State(List<String> lines) {}

    @ReadOperation
    public State state() {
        Decoders.State reading = decoders.state();
        HeavyWork.State working = work.state();
        List<String> lines = new ArrayList<>();
        lines.add("version       %s on Java %s".formatted(version, Runtime.version()));
        lines.add("decoders      %d, %d idle, %s; %d files read, %d ended over theirs"
                .formatted(
                        reading.processes(),
                        reading.idle(),
                        reading.wrapped() ? "in bubblewrap" : "WITHOUT bubblewrap, which is not there or does not work",
                        reading.done(),
                        reading.lost()));
        lines.add("work          %d of %d turns taken, %d wait"
                .formatted(working.turns() - working.free(), working.turns(), working.waiting()));
        return new State(lines);
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        gauge(
                registry,
                "gavlin.decoders.idle",
                "decoders without a file",
                s -> s.decoders.state().idle());
        gauge(
                registry,
                "gavlin.decoders.done",
                "files read by decoders",
                s -> s.decoders.state().done());
        gauge(
                registry,
                "gavlin.decoders.lost",
                "decoders that ended over a file",
                s -> s.decoders.state().lost());
        gauge(
                registry,
                "gavlin.work.free",
                "turns of heavy work that are free",
                s -> s.work.state().free());
        gauge(
                registry,
                "gavlin.work.waiting",
                "requests that wait for a turn",
                s -> s.work.state().waiting());
    }

    private void gauge(MeterRegistry registry, String name, String says, ToDoubleFunction<StateEndpoint> value) {
        Gauge.builder(name, this, value).description(says).register(registry);
    }
}
