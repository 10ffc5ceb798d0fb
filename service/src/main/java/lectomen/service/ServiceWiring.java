package lectomen.service;

import org.springframework.boot.autoconfigure.ImportAutoConfiguration;
import org.springframework.boot.autoconfigure.context.PropertyPlaceholderAutoConfiguration;
import org.springframework.boot.autoconfigure.ssl.SslAutoConfiguration;
import org.springframework.boot.http.converter.autoconfigure.HttpMessageConvertersAutoConfiguration;
import org.springframework.boot.jackson.autoconfigure.JacksonAutoConfiguration;
import org.springframework.boot.servlet.autoconfigure.HttpEncodingAutoConfiguration;
import org.springframework.boot.servlet.autoconfigure.MultipartAutoConfiguration;
import org.springframework.boot.tomcat.autoconfigure.servlet.TomcatServletWebServerAutoConfiguration;
import org.springframework.boot.webmvc.autoconfigure.DispatcherServletAutoConfiguration;
import org.springframework.boot.webmvc.autoconfigure.WebMvcAutoConfiguration;
import org.springframework.boot.webmvc.autoconfigure.error.ErrorMvcAutoConfiguration;
import org.springframework.context.annotation.ComponentScan;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Import;

/**
 * Wires the parts of the service. {@link LectomenService} hands in the home, its settings and the clock. What of the framework
 * is used stands here by name: looking for what might be used would take half a second of each start.
 */
@Configuration(proxyBeanMethods = false)
@ImportAutoConfiguration({
    PropertyPlaceholderAutoConfiguration.class,
    SslAutoConfiguration.class,
    HttpMessageConvertersAutoConfiguration.class,
    JacksonAutoConfiguration.class,
    HttpEncodingAutoConfiguration.class,
    MultipartAutoConfiguration.class,
    TomcatServletWebServerAutoConfiguration.class,
    DispatcherServletAutoConfiguration.class,
    WebMvcAutoConfiguration.class,
    ErrorMvcAutoConfiguration.class
})
@ComponentScan("lectomen.service.api")
@Import({
    StoreWiring.class,
    AccessWiring.class,
    SignInWiring.class,
    RuleWiring.class,
    JobWiring.class,
    EffectWiring.class,
    IntakeWiring.class,
    NoticeWiring.class,
    DeskWiring.class
})
class ServiceWiring {}
