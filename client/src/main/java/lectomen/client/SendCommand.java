package lectomen.client;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Uploads files to the service. */
@Command(
        name = "send",
        description =
                "Upload files to the service. When it answers, they are stored safely; the local files stay as they are.",
        footer = {"", "Examples:", "  lectomen send scan.pdf", "  lectomen send *.pdf --rule mooring-permits"})
final class SendCommand implements Callable<Integer> {
    @Mixin
    private final Connection connection = new Connection();

    @Parameters(arity = "1..*", paramLabel = "FILE", description = "Files to upload.")
    private List<Path> files = List.of();

    @Option(
            names = "--rule",
            paramLabel = "ID",
            description = "The only rule that may take them (default: all live rules, in order).")
    private @Nullable String rule;

    @Option(
            names = "--tag",
            paramLabel = "WORD",
            description = "A tag for them, for use in conditions; can be repeated.")
    private List<String> tags = List.of();

    @Override
    public Integer call() throws IOException {
        Service service = connection.service();
        ObjectNode answer = JsonMapper.builder().build().createObjectNode();
        ArrayNode sent = answer.putArray("sent");
        for (Path file : files) {
            Service.requireFile(file);
            String name = file.getFileName().toString();
            String path =
                    "/uploads?name=" + Service.encoded(name) + (rule == null ? "" : "&rule=" + Service.encoded(rule))
                            + (tags.isEmpty() ? "" : "&tags=" + Service.encoded(String.join(",", tags)));
            JsonNode taken = service.postFile(path, file);
            sent.addObject().put("fileName", name).put("job", taken.path("job").asString());
            if (!connection.json()) {
                System.out.println(ResponseWords.safe(name) + " is job " + ResponseWords.text(taken.path("job")));
            }
        }
        return connection.json() ? Connection.printJson(answer) : 0;
    }
}
