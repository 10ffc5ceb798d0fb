package lectomen.service;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import lectomen.service.access.PasswordHashing;
import lectomen.service.home.Home;
import lectomen.service.home.Settings;
import lectomen.service.time.ServiceClock;
import org.springdoc.core.configuration.SpringDocConfiguration;
import org.springdoc.core.properties.SpringDocConfigProperties;
import org.springdoc.webmvc.core.configuration.SpringDocWebMvcConfiguration;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.context.ApplicationContextInitializer;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.support.GenericApplicationContext;

/** The whole service inside the test's own process, with the part that describes its interface. */
public final class ServiceForTests implements AutoCloseable {
    private final ConfigurableApplicationContext context;
    private final Home home;

    private ServiceForTests(ConfigurableApplicationContext context, Home home) {
        this.context = context;
        this.home = home;
    }

    public static ServiceForTests start(Path folder) {
        Home home = Home.open(folder);
        SpringApplication application = new SpringApplication(
                ServiceWiring.class,
                Describing.class,
                SpringDocConfiguration.class,
                SpringDocWebMvcConfiguration.class,
                SpringDocConfigProperties.class);
        Map<String, Object> properties = new HashMap<>();
        properties.put("server.port", 0);
        properties.put("spring.main.banner-mode", "off");
        properties.put("springdoc.api-docs.enabled", true);
        properties.put("springdoc.default-produces-media-type", "application/json");
        properties.put("logging.level.root", "error");
        application.setDefaultProperties(properties);
        ApplicationContextInitializer<ConfigurableApplicationContext> handIn = context -> {
            GenericApplicationContext beans = (GenericApplicationContext) context;
            beans.registerBean(Home.class, () -> home);
            beans.registerBean(Settings.class, home::settings);
            beans.registerBean(ServiceClock.class, () -> ServiceClock.system(Duration.ZERO));
            beans.registerBean(PasswordHashing.class, () -> new PasswordHashing(1));
        };
        application.addInitializers(handIn);
        return new ServiceForTests(application.run(), home);
    }

    public <T> T part(Class<T> type) {
        return context.getBean(type);
    }

    public String get(String path) throws IOException, InterruptedException {
        int port = ((ServletWebServerApplicationContext) context).getWebServer().getPort();
        HttpRequest request = HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path))
                .header("Authorization", "Bearer " + home.token())
                .build();
        HttpResponse<String> response = HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofString());
        if (response.statusCode() != 200) {
            throw new IOException(response.statusCode() + " " + response.body());
        }
        return response.body();
    }

    @Override
    public void close() {
        context.close();
    }
}
