package lectomen.service.api;

import java.util.List;
import java.util.TreeMap;
import java.util.function.Supplier;
import java.util.regex.Pattern;
import lectomen.engine.facts.Site;
import lectomen.service.lookup.CurrentSite;
import lectomen.service.role.Permission;
import lectomen.service.rulebook.RuleEntry;
import lectomen.service.rulebook.RuleState;
import lectomen.service.rulebook.Rulebook;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The site's parameters, which every rule can use in braces. They stand in lectomen.yaml, and are changed there. */
@RestController
@RequestMapping("/api/v1/parameters")
final class ParametersController {
    private final Supplier<Site> site;
    private final Rulebook rulebook;

    ParametersController(CurrentSite site, Rulebook rulebook) {
        this.site = site;
        this.rulebook = rulebook;
    }

    /** @param usedBy the rules whose latest version names it in braces */
    record ParameterView(String name, String value, List<String> usedBy) {}

    record ParameterList(List<ParameterView> parameters) {}

    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping
    ParameterList list() {
        List<RuleEntry> rules = rulebook.list().stream()
                .filter(entry -> entry.state() != RuleState.RETIRED)
                .toList();
        return new ParameterList(new TreeMap<>(site.get().parameters())
                .entrySet().stream()
                        .map(one -> new ParameterView(one.getKey(), one.getValue(), users(one.getKey(), rules)))
                        .toList());
    }

    private static List<String> users(String parameter, List<RuleEntry> rules) {
        Pattern named = Pattern.compile("\\{\\s*" + Pattern.quote(parameter) + "\\s*[|}]");
        Pattern inShort = Pattern.compile("(?m)^(from:|\\s+-)\\s+" + Pattern.quote(parameter) + "\\s*(#.*)?$");
        return rules.stream()
                .filter(rule -> named.matcher(rule.text()).find()
                        || inShort.matcher(rule.text()).find())
                .map(RuleEntry::id)
                .toList();
    }
}
