package lectomen.service.api;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleSchema;
import lectomen.engine.rule.RuleSentences;
import lectomen.engine.rule.RuleText;
import lectomen.engine.rulefile.Contact;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.rulefile.Sentence;
import lectomen.engine.yaml.Problem;
import lectomen.service.access.Caller;
import lectomen.service.access.Contacts;
import lectomen.service.access.Person;
import lectomen.service.intake.PendingFiles;
import lectomen.service.role.Permission;
import lectomen.service.role.Scope;
import lectomen.service.rulebook.BadRuleException;
import lectomen.service.rulebook.Difference;
import lectomen.service.rulebook.RuleEntry;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.work.RuleActivation;
import lectomen.service.work.RuleRenames;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The rulebook: list, show, check, add, activate, pause. Rule files travel as plain text. */
@RestController
@RequestMapping("/api/v1/rules")
final class RulesController {
    private final Rulebook rulebook;
    private final RuleActivation activation;
    private final PendingFiles pending;
    private final RuleRenames renames;
    private final CallerScope scopes;
    private final Contacts contacts;

    RulesController(
            Rulebook rulebook,
            RuleActivation activation,
            PendingFiles pending,
            RuleRenames renames,
            CallerScope scopes,
            Contacts contacts) {
        this.contacts = contacts;
        this.scopes = scopes;
        this.renames = renames;
        this.pending = pending;
        this.rulebook = rulebook;
        this.activation = activation;
    }

    /**
     * A rule.
     *
     * @param whyNotActing why a live rule takes nothing all the same; absent where it acts, or is not meant to
     * @param notices what of it can be put right later, in words
     */
    record RuleView(
            String id,
            String title,
            int position,
            String state,
            int latestVersion,
            Optional<Integer> liveVersion,
            List<String> folders,
            Optional<String> whyNotActing,
            List<String> notices,
            String addedBy,
            Instant addedAt) {}

    record RuleList(List<RuleView> rules) {}

    /** @param sentences the rule read aloud; empty when it can't be read with today's settings */
    record RuleStory(RuleView rule, String text, List<Sentence> sentences) {}

    /** @param sentences the rule read aloud; empty when it is not good */
    record CheckResult(boolean good, List<Problem> problems, List<Sentence> sentences) {}

    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.ITSELF)
    @GetMapping
    RuleList list() {
        Scope theirs = scopes.require(Permission.SEE_RULES);
        return new RuleList(rulebook.list().stream()
                .filter(rule -> theirs.hasRule(rule.id()))
                .map(this::view)
                .toList());
    }

    /** The JSON Schema of rule files. */
    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping(path = "/schema", produces = "application/schema+json")
    String schema() {
        return RuleSchema.json();
    }

    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.RULE)
    @GetMapping("/{id}")
    ResponseEntity<RuleStory> show(@PathVariable String id) {
        RuleEntry entry = rulebook.require(id);
        return ResponseEntity.ok().eTag(tag(entry)).body(new RuleStory(view(entry), entry.text(), sentences(entry)));
    }

    private List<Sentence> sentences(RuleEntry entry) {
        return rulebook.read(entry) instanceof RuleReadResult.Good good ? RuleSentences.of(good.rule()) : List.of();
    }

    private static String tag(RuleEntry entry) {
        return "\"" + entry.latestVersion() + "." + entry.state().code() + "."
                + entry.liveVersion().orElse(0) + "\"";
    }

    private static Optional<Predicate<RuleEntry>> unchanged(Optional<String> ifMatch) {
        return ifMatch.map(seen -> entry -> tag(entry).equals(seen.replaceFirst("^W/", "")));
    }

    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.NOTHING)
    @PostMapping("/check")
    CheckResult check(@RequestBody String text) {
        RuleReadResult reading = rulebook.check(text);
        return reading instanceof RuleReadResult.Bad bad
                ? new CheckResult(false, bad.problems(), List.of())
                : new CheckResult(true, List.of(), RuleSentences.of(((RuleReadResult.Good) reading).rule()));
    }

    @Needs(value = Permission.WRITE_RULES, limit = Needs.Limit.ITSELF)
    @PostMapping
    ResponseEntity<RuleView> add(
            @RequestBody String text,
            @RequestParam(defaultValue = "") String reason,
            @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        if (!scopes.require(Permission.WRITE_RULES).isAll()) {
            scopes.requireRule(RuleText.findId(text).orElse(""), Permission.WRITE_RULES);
        }
        return added(rulebook.add(text, reason, unchanged(ifMatch), Caller.principal()));
    }

    private ResponseEntity<RuleView> added(Rulebook.Added added) {
        if (added instanceof Rulebook.Added.As as) {
            return ResponseEntity.status(HttpStatus.CREATED)
                    .eTag(tag(as.entry()))
                    .body(view(as.entry()));
        }
        throw new BadRuleException(((Rulebook.Added.Refused) added).bad().problems());
    }

    /**
     * Puts the latest version live, if every sample comes out as is expected of it.
     *
     * @param existing take or leave what is in its folders, or take only what is newer
     * @param newerThan with {@code existing=newer}: what was changed before is left
     * @param acceptSamples expect from now on what the samples come to with this version
     */
    @Needs(value = Permission.WRITE_RULES, limit = Needs.Limit.RULE)
    @PostMapping("/{id}/live")
    ResponseEntity<RuleView> live(
            @PathVariable String id,
            @RequestParam(defaultValue = "take") String existing,
            @RequestParam Optional<Instant> newerThan,
            @RequestParam(defaultValue = "false") boolean acceptSamples,
            @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch)
            throws IOException {
        Optional<Instant> leaveOlder =
                switch (existing) {
                    case "take" -> Optional.empty();
                    case "leave" -> Optional.of(Instant.MAX);
                    case "newer" ->
                        Optional.of(newerThan.orElseThrow(() -> new BadRequestException(
                                "newerThan", "newerThan is missing, such as newerThan=2027-03-01T00:00:00Z")));
                    default ->
                        throw new BadRequestException(
                                "existing", "existing must be take, leave or newer, not " + existing);
                };
        return answer(activation.putLive(id, leaveOlder, acceptSamples, unchanged(ifMatch), Caller.principal()));
    }

    /** What putting the latest version live would come to. Changes nothing. */
    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.RULE)
    @GetMapping("/{id}/outlook")
    RuleActivation.Outlook outlook(@PathVariable String id) throws IOException {
        return activation.lookAhead(id);
    }

    /** What is in the folders of the latest version now, and what it would say to each, as far as that shows unread. */
    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.RULE)
    @GetMapping("/{id}/pending")
    PendingFiles.Overview pending(@PathVariable String id) {
        RuleReadResult reading = rulebook.read(rulebook.require(id));
        if (reading instanceof RuleReadResult.Bad bad) {
            throw new BadRuleException(bad.problems());
        }
        return pending.look(((RuleReadResult.Good) reading).rule());
    }

    /** What is different from the latest version of the rule that the file names. Changes nothing, and checks no more of it. */
    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.ITSELF)
    @PostMapping("/compare")
    ComparedView compare(@RequestBody String text) {
        String id = RuleText.findId(text)
                .orElseThrow(() -> new BadRequestException("rule", "the file has no rule id (rule: mooring-permits)"));
        scopes.requireRule(id, Permission.SEE_RULES);
        return ComparedView.of(id, rulebook.find(id).map(RuleEntry::text), text);
    }

    record VersionList(List<Rulebook.Version> versions) {}

    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.RULE)
    @GetMapping("/{id}/versions")
    VersionList versions(@PathVariable String id) {
        return new VersionList(rulebook.versions(id));
    }

    /** The file of one version. */
    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.RULE)
    @GetMapping(path = "/{id}/versions/{version}", produces = "text/plain;charset=UTF-8")
    String version(@PathVariable String id, @PathVariable int version) {
        return rulebook.requireVersion(id, version).text();
    }

    /**
     * @param sentences that only one of the versions says, as they are read aloud
     * @param parts the shared parts that are different
     */
    record DifferenceView(
            int from,
            int to,
            List<Difference.Line> sentences,
            List<Difference.Line> lines,
            List<Difference.OfPart> parts) {}

    /** What changed between two versions; by default between the live one, or the one before, and the latest. */
    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.RULE)
    @GetMapping("/{id}/difference")
    DifferenceView difference(
            @PathVariable String id, @RequestParam Optional<Integer> from, @RequestParam Optional<Integer> to) {
        RuleEntry entry = rulebook.require(id);
        int newer = to.orElse(entry.latestVersion());
        int usual = entry.liveVersion().filter(live -> live < newer).orElse(Math.max(1, newer - 1));
        int older = from.orElse(usual);
        RuleFile before = rulebook.requireVersion(id, older);
        RuleFile after = rulebook.requireVersion(id, newer);
        return new DifferenceView(
                older,
                newer,
                Difference.ofSentences(rulebook.aloud(before), rulebook.aloud(after)),
                Difference.of(before.text(), after.text()),
                Difference.ofParts(before, after));
    }

    /** Makes an earlier version the latest again, as a draft of its own. */
    @Needs(value = Permission.WRITE_RULES, limit = Needs.Limit.RULE)
    @PostMapping("/{id}/restore")
    ResponseEntity<RuleView> restore(
            @PathVariable String id,
            @RequestParam int to,
            @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        RuleFile file = rulebook.requireVersion(id, to);
        return added(rulebook.add(file, "restored version " + to, unchanged(ifMatch), Caller.principal()));
    }

    @Needs(value = Permission.WRITE_RULES, limit = Needs.Limit.RULE)
    @PostMapping("/{id}/retire")
    ResponseEntity<RuleView> retire(
            @PathVariable String id, @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return answer(rulebook.retire(id, unchanged(ifMatch), Caller.principal()));
    }

    @Needs(value = Permission.WRITE_RULES, limit = Needs.Limit.RULE)
    @PostMapping("/{id}/pause")
    ResponseEntity<RuleView> pause(
            @PathVariable String id, @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return answer(rulebook.pause(id, unchanged(ifMatch), Caller.principal()));
    }

    /**
     * Gives the rule another id, in all its versions and wherever its jobs name it.
     *
     * @param folder whether a hot folder that is named as the rule is gets the new name too
     */
    @Needs(Permission.WRITE_RULES)
    @PostMapping("/{id}/rename")
    ResponseEntity<RuleView> rename(
            @PathVariable String id,
            @RequestParam String to,
            @RequestParam(defaultValue = "false") boolean folder,
            @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return answer(renames.rename(id, to, folder, unchanged(ifMatch), Caller.principal()));
    }

    record RuleOrder(List<String> ids) {}

    /** Puts all rules in another order: a file goes to the first that matches it. */
    @Needs(Permission.WRITE_RULES)
    @PostMapping("/order")
    RuleList order(@RequestBody RuleOrder order) {
        List<String> ids = Optional.ofNullable(order.ids()).orElse(List.of());
        if (!rulebook.putInOrder(ids, Caller.principal())) {
            throw new BadRequestException(
                    "ids", "the order must contain every rule once; a rule may have been added in the meantime");
        }
        return list();
    }

    private ResponseEntity<RuleView> answer(RuleEntry entry) {
        return ResponseEntity.ok().eTag(tag(entry)).body(view(entry));
    }

    private RuleView view(RuleEntry entry) {
        String title = entry.id();
        List<String> from = new ArrayList<>();
        List<String> notices = new ArrayList<>();
        if (rulebook.read(entry) instanceof RuleReadResult.Good good) {
            title = good.rule().title();
            from.addAll(foldersOf(good.rule()));
            notices.addAll(contacts.notices(namesOf(good.rule())));
        }
        return new RuleView(
                entry.id(),
                title,
                entry.position(),
                entry.state().code(),
                entry.latestVersion(),
                entry.liveVersion(),
                from,
                rulebook.whyNotActing(entry),
                notices,
                entry.addedBy(),
                entry.addedAt());
    }

    private static List<String> namesOf(RuleDocument rule) {
        return rule.contacts().stream().map(Contact::name).toList();
    }

    /** @param standIn who does their work while they are away; absent for one who is there, or has nobody */
    record ContactPerson(long id, String name, Optional<Instant> awayUntil, Optional<String> standIn) {}

    /** @param name of a group, or the sign-in name of a person @param people who can be asked; none in an empty group */
    record ContactView(String name, List<ContactPerson> people) {}

    record ContactList(List<ContactView> contacts) {}

    /** Whom to ask about a rule's documents. */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.RULE)
    @GetMapping("/{id}/contacts")
    ContactList contacts(@PathVariable String id) {
        List<String> names = rulebook.read(rulebook.require(id)) instanceof RuleReadResult.Good good
                ? namesOf(good.rule())
                : List.of();
        return new ContactList(names.stream()
                .map(name -> new ContactView(
                        name, contacts.behind(name).stream().map(this::contact).toList()))
                .toList());
    }

    private ContactPerson contact(Person person) {
        return new ContactPerson(
                person.id(),
                person.name(),
                person.awayUntil(),
                contacts.standIn(person).map(Person::name));
    }

    private static List<String> foldersOf(RuleDocument rule) {
        return rule.from().stream().map(RuleDocument.From::folder).toList();
    }
}
