package lectomen.service.api;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.Base64;
import lectomen.service.access.RequestGuard;
import lectomen.service.lookup.CurrentSite;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Serves the console: every page is the same document; its scripts, styles and fonts are named by content. */
@RestController
final class ConsoleController implements WebMvcConfigurer {
    private static final String FILES = "/lectomen/console/";
    private static final int NONCE_BYTES = 18;
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final String PAGE = "{page:(?!api$|assets$)[a-z-]+}";

    private final CurrentSite site;

    ConsoleController(CurrentSite site) {
        this.site = site;
    }

    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        registry.addResourceHandler("/assets/**")
                .addResourceLocations("classpath:" + FILES + "assets/")
                .setCacheControl(CacheControl.maxAge(Duration.ofDays(365)).immutable());
    }

    /** The document with what is only known here: the base address of the console, and the locale of the site. */
    @Anybody
    @GetMapping(
            path = {"/", "/" + PAGE, "/" + PAGE + "/**"},
            produces = MediaType.TEXT_HTML_VALUE)
    ResponseEntity<String> page(HttpServletRequest request) throws IOException {
        try (InputStream in = ConsoleController.class.getResourceAsStream(FILES + "index.html")) {
            if (in == null) {
                return ResponseEntity.status(HttpStatus.NOT_FOUND)
                        .body("<!doctype html><title>Lectomen</title><p>This build has no console.");
            }
            String text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
            String nonce = nonce();
            return ResponseEntity.ok()
                    .header(RequestGuard.CONTENT_POLICY_HEADER, RequestGuard.contentPolicy(nonce))
                    .body(text.replace("<base href=\"/\"", "<base href=\"" + request.getContextPath() + "/\"")
                            .replace(
                                    "\"lectomen-locale\" content=\"\"",
                                    "\"lectomen-locale\" content=\"" + locale() + "\"")
                            .replace(
                                    "\"lectomen-nonce\" content=\"\"", "\"lectomen-nonce\" content=\"" + nonce + "\""));
        }
    }

    private String locale() {
        return site.get().locale().toLanguageTag();
    }

    /** A word for this one document: styles that its script adds have to carry it. */
    private static String nonce() {
        byte[] bytes = new byte[NONCE_BYTES];
        RANDOM.nextBytes(bytes);
        return Base64.getEncoder().encodeToString(bytes);
    }
}
