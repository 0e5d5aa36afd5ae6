package paredown.drill.plant;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import javax.lang.model.element.Modifier;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.smell.CutOffer;
import paredown.smell.Finding;

/** Scatters the fields of a class as a clump: as parameters, in any order and with others between, and as fields, over its package. */
final class ClumpPlanter implements Planter {
    private static final List<String> OTHERS = List.of("int depth", "String note", "boolean strict", "long since");

    private final CodeBase code;
    private final List<TypeFacts> types;

    ClumpPlanter(CodeBase code) {
        this.code = code;
        this.types = code.types().filter(Places::isPlain).toList();
    }

    @Override
    public String smell() {
        return "data-clump";
    }

    @Override
    public Optional<Plant> plant(Random random, Set<Path> taken, int number) {
        TypeFacts source = types.get(random.nextInt(types.size()));
        List<MemberFacts> fields = new ArrayList<>(source.fields()
                .filter(
                        field -> !field.is(Modifier.STATIC)
                                && field.type()
                                        .matches(
                                                "boolean|int|long|double|float|java\\.lang\\.String|java\\.util\\.Date|java\\.util\\.Locale"))
                .toList());
        List<TypeFacts> hosts = new ArrayList<>(types.stream()
                .filter(type -> type.packageName().equals(source.packageName())
                        && type != source
                        && !taken.contains(type.file()))
                .toList());
        if (fields.size() < 3 || hosts.size() < 3) {
            return Optional.empty();
        }
        Collections.shuffle(fields, random);
        Collections.shuffle(hosts, random);
        List<MemberFacts> clump = fields.subList(0, Math.min(fields.size(), 3 + random.nextInt(2)));
        if (clump.stream().filter(field -> field.type().equals("boolean")).count() > 1) {
            return Optional.empty();
        }
        Map<Path, String> texts = new LinkedHashMap<>();
        Set<String> planted = new TreeSet<>();
        int places = 3 + random.nextInt(2);
        for (int i = 0; i < Math.min(places, hosts.size()); i++) {
            TypeFacts host = hosts.get(i);
            String text = code.sources().file(host.file()).orElseThrow().text();
            int end = text.lastIndexOf('}');
            List<String> parameters = new ArrayList<>(clump.stream()
                    .map(field -> field.type() + " " + field.name())
                    .toList());
            if (random.nextBoolean()) {
                parameters.add(OTHERS.get(random.nextInt(OTHERS.size())));
            }
            Collections.shuffle(parameters, random);
            String sum = clump.stream().map(MemberFacts::name).collect(Collectors.joining(" + \" \" + "));
            String method = "\n    String planted" + number + "(" + String.join(", ", parameters)
                    + ") {\n        return \"\" + " + sum + ";\n    }\n";
            texts.put(host.file(), text.substring(0, end) + method + text.substring(end));
            planted.add(host.name());
        }
        Set<String> names = clump.stream().map(MemberFacts::name).collect(Collectors.toSet());
        return Optional.of(new Plant(
                smell(),
                names + " of " + source.name(),
                texts,
                finding -> finding.smell().equals(smell()) && holdsMost(finding, number, planted.size()),
                finding -> Plant.jaccard(values(finding), names)));
    }

    private static boolean holdsMost(Finding finding, int number, int places) {
        long there = finding.cuts().stream()
                .filter(cut -> cut.kind().equals("extract-parameters"))
                .flatMap(cut -> cut.members().stream())
                .filter(member -> member.contains("#planted" + number + "("))
                .distinct()
                .count();
        return there * 3 >= places * 2;
    }

    private static Set<String> values(Finding finding) {
        return finding.cuts().stream()
                .filter(cut -> cut.kind().equals("extract-parameters"))
                .map(CutOffer::arguments)
                .flatMap(arguments -> ((List<?>) arguments.get("params")).stream())
                .map(String::valueOf)
                .collect(Collectors.toSet());
    }
}
