package gavlin.web.command;

import gavlin.core.BadInput;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.Forbidden;
import gavlin.web.problem.NotFound;
import java.io.PrintStream;
import java.util.Arrays;
import java.util.List;
import org.springframework.boot.Banner;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

/** Runs one command without answering any request, and ends. */
public final class Commands {
    /** One of them. */
    public interface Command {
        /** As it is typed. */
        String word();

        /**
         * @return what is printed
         * @throws BadInput when the words make no sense, with what they should be
         */
        String run(List<String> words) throws Exception;
    }

    private Commands() {}

    /** Whether the application was started to do this instead of answering requests. */
    public static boolean isOne(String[] words) {
        return words.length > 0 && !words[0].startsWith("--");
    }

    /** @return the process's exit status */
    public static int run(Class<?> application, String[] words, PrintStream out, PrintStream errors) {
        try (ConfigurableApplicationContext context = new SpringApplicationBuilder(application)
                .bannerMode(Banner.Mode.OFF)
                .logStartupInfo(false)
                .run(
                        "--server.port=-1",
                        "--management.server.port=-1",
                        "--spring.main.lazy-initialization=true",
                        "--springdoc.api-docs.enabled=false",
                        "--gavlin.first-account=",
                        "--gavlin.jobs=false",
                        "--logging.level.root=WARN",
                        "--logging.level.gavlin=WARN")) {
            Command command = context.getBeansOfType(Command.class).values().stream()
                    .filter(c -> c.word().equals(words[0]))
                    .findFirst()
                    .orElseThrow(() -> new BadInput("command", "there is no command " + words[0]));
            out.println(command.run(Arrays.asList(words).subList(1, words.length)));
            return 0;
        } catch (BadInput | Conflict | Forbidden | NotFound e) {
            errors.println("gavlin: " + e.getMessage());
            return 1;
        } catch (Exception e) {
            errors.println("gavlin: it did not work: " + e);
            return 1;
        }
    }
}
