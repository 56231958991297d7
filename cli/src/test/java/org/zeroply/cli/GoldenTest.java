package org.zeroply.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.MappingIterator;
import com.fasterxml.jackson.databind.cfg.JsonNodeFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import picocli.CommandLine;

/**
 * What each command says as JSON, against what it said when its answer was last looked at and kept. Run with {@code
 * -Dgolden.write=true} to keep what is said now; then read the difference before it is committed.
 */
class GoldenTest {
    private static final JsonMapper MAPPER =
            JsonMapper.builder().enable(JsonNodeFeature.WRITE_PROPERTIES_SORTED).build();

    /** They depend on the machine. */
    private static final Set<String> TIMES = Set.of("ms", "seconds");

    private static final Pattern WORD = Pattern.compile("\"([^\"]*)\"|(\\S+)");

    @TempDir
    Path folder;

    /** A command with its words, as the list names it. */
    record Call(String name, List<String> words) {
        @Override
        public String toString() {
            return name;
        }
    }

    static List<Call> calls() {
        return lines().stream()
                .filter(line -> !line.startsWith("#"))
                .map(line -> {
                    String[] parts = line.split(" \\| ", 2);
                    return new Call(parts[0], words(parts[1]));
                })
                .toList();
    }

    private static List<String> lines() {
        try {
            return Files.readAllLines(golden("commands.txt"));
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    private static List<String> words(String text) {
        List<String> words = new ArrayList<>();
        Matcher matcher = WORD.matcher(text);
        while (matcher.find()) {
            words.add(matcher.group(1) == null ? matcher.group(2) : matcher.group(1));
        }
        return words;
    }

    private static Path golden(String name) {
        try {
            return Path.of(Objects.requireNonNull(GoldenTest.class.getResource("golden/" + name), name)
                    .toURI());
        } catch (URISyntaxException impossible) {
            throw new AssertionError(impossible);
        }
    }

    @ParameterizedTest
    @MethodSource("calls")
    void saysWhatItSaid(Call call) throws IOException {
        ArrayNode said = said(call);
        assertThat(said).as("something is said").isNotEmpty();
        if (Boolean.getBoolean("golden.write")) {
            Path target = Path.of("src/test/resources/org/zeroply/cli/golden").resolve(call.name() + ".json");
            Files.writeString(target, MAPPER.writerWithDefaultPrettyPrinter().writeValueAsString(said) + "\n");
            return;
        }
        JsonNode kept = MAPPER.readTree(golden(call.name() + ".json").toFile());
        assertThat(MAPPER.writerWithDefaultPrettyPrinter().writeValueAsString(said))
                .isEqualTo(MAPPER.writerWithDefaultPrettyPrinter().writeValueAsString(kept));
    }

    /** What a command prints, without what depends on the machine; a command may print several values. */
    private ArrayNode said(Call call) throws IOException {
        List<String> words = call.words().stream()
                .map(word -> word.replace("{F}", golden("").toString()).replace("{E}", folder.toString()))
                .collect(Collectors.toCollection(ArrayList::new));
        words.add("--json");
        StringWriter out = new StringWriter();
        StringWriter err = new StringWriter();
        ZeroPly.commandLine()
                .setOut(new PrintWriter(out, true))
                .setErr(new PrintWriter(err, true))
                .execute(words.toArray(String[]::new));
        assertThat(err.toString()).isEmpty();
        ArrayNode values = MAPPER.createArrayNode();
        try (MappingIterator<JsonNode> each = MAPPER.readerFor(JsonNode.class).readValues(out.toString())) {
            each.forEachRemaining(value -> values.add(steady(value)));
        }
        return values;
    }

    /** The same without times, and with names of files without their folder. */
    private static JsonNode steady(JsonNode value) {
        if (value instanceof ObjectNode object) {
            object.remove(TIMES);
            if (object.has("file")) {
                object.put(
                        "file",
                        String.valueOf(Path.of(object.get("file").asText()).getFileName()));
            }
        }
        value.forEach(GoldenTest::steady);
        return value;
    }

    @Test
    void everyCommandThatCanSayJsonIsInTheList() {
        Set<String> named = calls().stream()
                .map(call -> {
                    CommandLine first = Objects.requireNonNull(ZeroPly.commandLine()
                            .getSubcommands()
                            .get(call.words().getFirst()));
                    return first.getSubcommands().isEmpty()
                            ? call.words().getFirst()
                            : String.join(" ", call.words().subList(0, 2));
                })
                .collect(Collectors.toCollection(TreeSet::new));
        Set<String> all = new TreeSet<>();
        for (Map.Entry<String, CommandLine> each :
                ZeroPly.commandLine().getSubcommands().entrySet()) {
            collect(each.getKey(), each.getValue(), all);
        }
        all.remove("pgn normalise");
        assertThat(named).isEqualTo(all);
    }

    private static void collect(String name, CommandLine command, Set<String> all) {
        if (command.getSubcommands().isEmpty()) {
            all.add(name);
        }
        command.getSubcommands().forEach((each, sub) -> collect(name + " " + each, sub, all));
    }
}
