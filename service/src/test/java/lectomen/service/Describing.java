package lectomen.service;

import com.fasterxml.jackson.databind.JavaType;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.media.Content;
import io.swagger.v3.oas.models.media.MediaType;
import io.swagger.v3.oas.models.media.ObjectSchema;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.responses.ApiResponse;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.customizers.OperationCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.bind.annotation.RequestMapping;

/** How the interface is described: calls by their controller, or the name that it has, and method, what is always there, and how errors look. */
@Configuration(proxyBeanMethods = false)
class Describing {
    @Bean
    OperationCustomizer namesOfCalls() {
        return (operation, method) -> {
            String controller = Optional.ofNullable(method.getBeanType().getAnnotation(RequestMapping.class))
                    .map(RequestMapping::name)
                    .filter(name -> !name.isEmpty())
                    .orElseGet(() -> method.getBeanType().getSimpleName().replace("Controller", ""));
            operation.setOperationId(controller.substring(0, 1).toLowerCase() + controller.substring(1) + "."
                    + method.getMethod().getName());
            operation.setTags(List.of(controller));
            operation
                    .getResponses()
                    .addApiResponse(
                            "default",
                            new ApiResponse()
                                    .description("What is wrong, as problem details (RFC 9457)")
                                    .content(new Content()
                                            .addMediaType(
                                                    "application/problem+json",
                                                    new MediaType()
                                                            .schema(new Schema<>()
                                                                    .$ref("#/components/schemas/ProblemDetails")))));
            return operation;
        };
    }

    @Bean
    OpenApiCustomizer problems() {
        return description -> {
            Schema<?> problem = new ObjectSchema()
                    .addProperty("status", new Schema<>().type("integer"))
                    .addProperty("title", new StringSchema())
                    .addProperty("detail", new StringSchema())
                    .addProperty("code", new StringSchema());
            problem.setRequired(List.of("status", "title", "detail", "code"));
            description.getComponents().addSchemas("ProblemDetails", problem);
        };
    }

    /** A part of a record is always there unless it is optional. */
    @Bean
    ModelConverter whatIsAlwaysThere() {
        return new ModelConverter() {
            @Override
            public Schema<?> resolve(
                    AnnotatedType type, ModelConverterContext context, Iterator<ModelConverter> chain) {
                Schema<?> schema = chain.hasNext() ? chain.next().resolve(type, context, chain) : null;
                JavaType java = Json.mapper().constructType(type.getType());
                if (schema != null && java != null && java.getRawClass().isRecord()) {
                    String name = java.getRawClass().getSimpleName();
                    Schema<?> defined = context.getDefinedModels().get(name);
                    if (defined != null) {
                        defined.setRequired(required(java.getRawClass(), defined));
                    }
                }
                return schema;
            }
        };
    }

    private static List<String> required(Class<?> record, Schema<?> schema) {
        return Arrays.stream(record.getRecordComponents())
                .filter(component -> component.getType() != Optional.class)
                .map(RecordComponent::getName)
                .filter(name ->
                        schema.getProperties() != null && schema.getProperties().containsKey(name))
                .sorted()
                .toList();
    }
}
