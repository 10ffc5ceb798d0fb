package lectomen.service.api;

import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The description of this interface (OpenAPI 3.1), generated from the code and stored beside it. */
@RestController
final class DescriptionController {
    private final Resource description = new ClassPathResource("openapi.json", DescriptionController.class);

    @Anybody
    @GetMapping(path = "/api/v1/openapi.json", produces = MediaType.APPLICATION_JSON_VALUE)
    Resource description() {
        return description;
    }
}
