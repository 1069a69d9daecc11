package gavlin.web;

import gavlin.web.command.Commands;
import javax.imageio.ImageIO;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.scheduling.annotation.EnableScheduling;

/** Pages and API over the core. A package for each feature; see the README for the map. */
@SpringBootApplication
@ConfigurationPropertiesScan
@EnableScheduling
public class GavlinApplication {
    public static void main(String[] args) {
        ImageIO.setUseCache(false); // files in memory stay in memory
        if (Commands.isOne(args)) {
            System.exit(Commands.run(GavlinApplication.class, args, System.out, System.err));
        }
        SpringApplication.run(GavlinApplication.class, args);
    }
}
