package lectomen.service.notice;

import static org.assertj.core.api.Assertions.assertThat;

import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetup;
import jakarta.mail.MessagingException;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.notice.NoticeTiming;
import lectomen.engine.notice.QuietHours;
import lectomen.engine.reason.Reason;
import lectomen.service.ServiceFixture;
import lectomen.service.access.Groups;
import lectomen.service.desk.DeskFigures;
import lectomen.service.home.NoticeSettings;
import lectomen.service.home.Settings;
import lectomen.service.job.DayCounts;
import lectomen.service.job.JobNotes;
import lectomen.service.report.Reports;
import lectomen.service.role.Access;
import lectomen.service.role.Grant;
import lectomen.service.role.Role;
import lectomen.service.role.RoleGrants;
import lectomen.service.role.Scope;
import lectomen.standins.mail.MailStandIn;
import lectomen.standins.mail.ReceivedMail;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Notices and their mails, with a real mail server in memory, or one that fails on request. */
class NoticesTest {
    @TempDir
    private Path temp;

    private ServiceFixture fixture;
    private MailStandIn server;
    private final List<GreenMail> real = new ArrayList<>();
    private NoticeChoices choices;
    private Notices notices;
    private NoticeMails mails;
    private long ada;
    private long ben;

    @BeforeEach
    void start() throws IOException {
        fixture = new ServiceFixture(temp);
        server = MailStandIn.start(0, mail -> {});
        fixture.sendMailBy("office", server.port());
        choices = new NoticeChoices(fixture.store, fixture.ledger, ZoneOffset.UTC);
        notices = new Notices(fixture.store, choices, fixture.clock);
        mails = mails(true);
        ada = person("ada", Grant.ADMINISTRATOR);
        ben = person("ben", new Grant(Role.OPERATOR, Scope.of(Set.of("permits"))));
        Groups groups = new Groups(fixture.store, fixture.ledger, fixture.clock);
        groups.make("records-office", "owner");
        fixture.store.write(db -> db.sql("insert into group_member values ('records-office', ?), ('records-office', ?)")
                .params(ada, ben)
                .update());
    }

    @AfterEach
    void stop() throws IOException {
        mails.close();
        server.close();
        real.forEach(GreenMail::stop);
        fixture.close();
    }

    private NoticeMails mails(boolean repeats) {
        Settings all = fixture.settings;
        Settings settings = new Settings(
                all.site(),
                all.roots(),
                all.folders(),
                all.mail(),
                all.web(),
                all.printers(),
                all.workers(),
                0,
                all.retention(),
                all.calendar(),
                all.listen(),
                all.signIn(),
                new NoticeSettings(
                        Optional.of("office"), Optional.empty(), repeats, Map.of(), NoticeSettings.USUAL_TIME),
                false);
        return new NoticeMails(
                fixture.store,
                fixture.ledger,
                settings,
                name -> Optional.ofNullable(fixture.mail.get(name)),
                paused::contains,
                this::ownText,
                fixture.address,
                new JobNotes(fixture.store, fixture.ledger, fixture.clock),
                fixture.clock);
    }

    private final Set<String> paused = new HashSet<>();

    private Optional<String> ownText(Notices.Notice notice, Scope sees) {
        return new Reports(
                        new DayCounts(fixture.store, fixture.clock),
                        new DeskFigures(fixture.store, fixture.clock),
                        fixture.settings.site())
                .findText(notice, sees);
    }

    private long person(String signIn, Grant grant) {
        return fixture.store.write(db -> {
            long id = db.sql(
                            "insert into person (name, sign_in, password_hash, made_at, mail) values (?, ?, '', 0, ?) returning id")
                    .params(signIn, signIn, signIn + "@marrowick.example")
                    .query(Long.class)
                    .single();
            new RoleGrants(fixture.store, fixture.ledger, fixture.clock)
                    .set(db, "person " + id, List.of(grant), "owner");
            return id;
        });
    }

    private static NoticeEvent failed(String rule, String name, String reason) {
        return new NoticeEvent(
                NoticeKind.FAILED,
                Optional.of(rule),
                name,
                Optional.of("1-7"),
                Optional.of(Reason.of(reason)),
                Set.of(rule),
                Optional.empty(),
                Optional.empty());
    }

    private List<String> tell(NoticeEvent event, String... names) {
        return fixture.store.write(db -> notices.tell(db, event, List.of(names)));
    }

    private void later(Duration span) {
        fixture.clock.advance(span);
        mails.turn();
    }

    private List<String> subjectsTo(String address) {
        return Stream.concat(
                        server.received().stream()
                                .filter(mail -> mail.to().contains(address))
                                .map(mail -> mail.header("Subject").orElse("")),
                        real.stream().flatMap(one -> subjects(one, address)))
                .toList();
    }

    private static Stream<String> subjects(GreenMail real, String address) {
        return Stream.of(real.getReceivedMessages())
                .filter(mail -> header(mail, "To").equals(address))
                .map(mail -> header(mail, "Subject"));
    }

    private static String header(MimeMessage mail, String name) {
        try {
            return mail.getHeader(name, ",");
        } catch (MessagingException e) {
            throw new IllegalStateException(e);
        }
    }

    /** How many mails came, to whomever. */
    private int mailCount() {
        return server.received().size()
                + real.stream()
                        .mapToInt(one -> one.getReceivedMessages().length)
                        .sum();
    }

    private GreenMail useRealServer(int port) {
        GreenMail started = new GreenMail(new ServerSetup(port, "127.0.0.1", ServerSetup.PROTOCOL_SMTP));
        started.start();
        real.add(started);
        fixture.sendMailBy("office", started.getSmtp().getPort());
        return started;
    }

    private static final String ADA = "ada@marrowick.example";
    private static final String BEN = "ben@marrowick.example";

    @Test
    void aStormIsOneMailForEachRecipientWithTheRightCount() {
        useRealServer(0);
        int many = Boolean.getBoolean("lectomen.long") ? 10_000 : 2_000;
        for (int from = 0; from < many; from += 500) {
            int first = from;
            fixture.store.write(db -> {
                for (int i = first; i < first + 500; i++) {
                    notices.tell(
                            db,
                            failed("permits", i + ".pdf", "bytes.missing"),
                            List.of("records-office", "desk@ferry.example"));
                }
                return first;
            });
            later(Duration.ofSeconds(3));
        }
        assertThat(mailCount()).as("it goes on").isZero();
        later(Duration.ofMinutes(2));
        for (String address : List.of(ADA, BEN, "desk@ferry.example")) {
            assertThat(subjectsTo(address)).containsExactly("permits: " + many + " documents failed");
        }
        assertThat(notices.inbox(ada, Access.toEverything(), false, 0, 10))
                .singleElement()
                .satisfies(notice -> assertThat(notice.count()).isEqualTo(many));
        tell(failed("permits", "again.pdf", "bytes.missing"), "ada");
        later(Duration.ofMinutes(2));
        assertThat(subjectsTo(ADA))
                .containsExactly("permits: " + many + " documents failed", "permits: again.pdf failed");
    }

    @Test
    void otherReasonsAndOtherRulesAreOtherNotices() {
        tell(failed("permits", "a.pdf", "bytes.missing"), "ada");
        tell(failed("permits", "b.pdf", "file.stuck"), "ada");
        tell(failed("manifests", "c.pdf", "file.stuck"), "ada");
        later(Duration.ofMinutes(2));
        assertThat(subjectsTo(ADA))
                .containsExactly("permits: a.pdf failed", "permits: b.pdf failed", "manifests: c.pdf failed");
    }

    @Test
    void nobodyIsToldOfWhatTheyMayNotSee() {
        tell(failed("manifests", "secret.pdf", "bytes.missing"), "records-office");
        tell(
                NoticeEvent.of(NoticeKind.UNREACHABLE, "/srv/inbox/manifests", Optional.empty(), Set.of("manifests")),
                "records-office");
        later(Duration.ofMinutes(2));
        assertThat(subjectsTo(ADA)).hasSize(2);
        assertThat(subjectsTo(BEN)).isEmpty();
        assertThat(notices.inbox(ben, accessOf(ben), false, 0, 10)).isEmpty();
    }

    @Test
    void whoMayNoLongerSeeItGetsNoMailAndNoNotice() {
        tell(failed("permits", "a.pdf", "bytes.missing"), "ben");
        assertThat(notices.unread(ben, accessOf(ben))).isEqualTo(1);
        fixture.store.write(db -> {
            Grant other = new Grant(Role.OPERATOR, Scope.of(Set.of("manifests")));
            new RoleGrants(fixture.store, fixture.ledger, fixture.clock)
                    .set(db, "person " + ben, List.of(other), "owner");
            return ben;
        });
        later(Duration.ofMinutes(2));
        assertThat(server.received()).isEmpty();
        assertThat(notices.inbox(ben, accessOf(ben), false, 0, 10)).isEmpty();
        assertThat(notices.unread(ben, accessOf(ben))).isZero();
    }

    private Access accessOf(long person) {
        return fixture.store.read(db -> Audience.accessOf(db, person));
    }

    @Test
    void aDigestGathersWhatHappenedUntilItsTimeAndNeverMeansTheInboxAlone() {
        useRealServer(0);
        choices.choose(
                ada,
                new NoticeChoices.Chosen(
                        Optional.of(ADA),
                        Optional.empty(),
                        new HashMap<>(Map.of(
                                NoticeKind.FAILED,
                                        NoticeTiming.findByWord("hourly").orElseThrow(),
                                NoticeKind.UNREACHABLE,
                                        NoticeTiming.findByWord("never").orElseThrow()))),
                "owner");
        tell(failed("permits", "a.pdf", "bytes.missing"), "ada");
        tell(failed("manifests", "b.pdf", "file.stuck"), "ada");
        tell(NoticeEvent.of(NoticeKind.UNREACHABLE, "/srv/inbox", Optional.empty(), Set.of()), "ada");
        later(Duration.ofMinutes(5));
        assertThat(mailCount()).isZero();
        later(Duration.ofHours(1));
        assertThat(subjectsTo(ADA)).containsExactly("2 notices: documents failed");
        later(Duration.ofDays(2));
        assertThat(mailCount()).isOne();
        assertThat(notices.unread(ada, Access.toEverything())).isEqualTo(3);
        assertThat(notices.read(ada, 0)).isEqualTo(3);
        assertThat(notices.unread(ada, Access.toEverything())).isZero();
    }

    @Test
    void quietHoursPutAMailOff() {
        LocalTime now = LocalTime.ofInstant(fixture.clock.instant(), ZoneOffset.UTC);
        QuietHours quiet = new QuietHours(now.minusHours(1), now.plusHours(3));
        choices.choose(ada, new NoticeChoices.Chosen(Optional.of(ADA), Optional.of(quiet), Map.of()), "owner");
        tell(failed("permits", "a.pdf", "bytes.missing"), "ada");
        later(Duration.ofHours(2));
        assertThat(server.received()).isEmpty();
        later(Duration.ofHours(2));
        assertThat(subjectsTo(ADA)).hasSize(1);
    }

    @Test
    void aServerThatIsAwayIsWaitedForAndNothingIsLostOrDoubled() throws IOException {
        GreenMail away = useRealServer(0);
        tell(failed("permits", "before.pdf", "bytes.missing"), "ada");
        later(Duration.ofMinutes(2));
        assertThat(mailCount()).isOne();
        int port = away.getSmtp().getPort();
        away.stop();
        real.clear();
        for (int i = 0; i < 5; i++) {
            tell(failed("permits" + i, "a.pdf", "bytes.missing"), "ada");
        }
        later(Duration.ofMinutes(2));
        later(Duration.ofMinutes(2));
        assertThat(mails.findProblem(ada)).isPresent();
        useRealServer(port);
        later(Duration.ofMinutes(20));
        assertThat(subjectsTo(ADA)).hasSize(5).doesNotHaveDuplicates();
        assertThat(mails.findProblem(ada)).isEmpty();
        later(Duration.ofHours(2));
        assertThat(mailCount()).isEqualTo(5);
    }

    @Test
    void aRefusedAddressOutsideIsNotedOnTheJob() throws Exception {
        String job = fixture.send("a.pdf", "NOTICE");
        server.refuse("desk@ferry.example");
        NoticeEvent event = new NoticeEvent(
                NoticeKind.FAILED,
                Optional.of("permits"),
                "a.pdf",
                Optional.of(job),
                Optional.empty(),
                Set.of("permits"),
                Optional.empty(),
                Optional.empty());
        tell(event, "desk@ferry.example", "ada");
        later(Duration.ofMinutes(2));
        assertThat(subjectsTo(ADA)).hasSize(1);
        assertThat(fixture.store.<List<String>>read(db -> db.sql("select text from job_note_words where job_id = ?")
                        .param(job)
                        .query(String.class)
                        .list()))
                .singleElement()
                .asString()
                .startsWith("The mail to desk@ferry.example was refused: 550");
    }

    @Test
    void anAddressThatIsRefusedKeepsNobodyElseWaiting() {
        server.refuse(BEN);
        tell(failed("permits", "a.pdf", "bytes.missing"), "records-office");
        later(Duration.ofMinutes(2));
        assertThat(subjectsTo(ADA)).hasSize(1);
        assertThat(mails.findProblem(ben).orElseThrow()).contains("550");
        assertThat(mails.findProblem(ada)).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void aSendThatWasCutOffIsRepeatedOrLeftAsTheSettingsSay(boolean repeats) {
        mails.close();
        mails = mails(repeats);
        server.setBreaking(true);
        tell(failed("permits", "a.pdf", "bytes.missing"), "ada");
        later(Duration.ofMinutes(2));
        server.setBreaking(false);
        later(Duration.ofMinutes(20));
        assertThat(server.received()).hasSize(repeats ? 2 : 1);
        assertThat(server.received().stream()
                        .map(mail -> mail.header("Message-ID").orElse(""))
                        .distinct())
                .as("a mail that comes twice can be known as one")
                .hasSize(1);
    }

    @Test
    void aMailSaysTheSameAsTextAndAsHtml() {
        tell(failed("permits", "a <b>.pdf", "bytes.missing"), "ada");
        later(Duration.ofMinutes(2));
        ReceivedMail mail = server.received().get(0);
        assertThat(mail.content())
                .contains(
                        "multipart/alternative",
                        "text/plain",
                        "text/html",
                        "a <b>.pdf",
                        "a &lt;b&gt;.pdf",
                        "/jobs/1-7");
    }

    @Test
    void theInboxIsReadPageByPageAndPassesOverWhatMayNotBeSeen() {
        for (int i = 0; i < 7; i++) {
            tell(failed(i % 2 == 0 ? "permits" : "manifests" + i, i + ".pdf", "bytes.missing"), "ada");
            later(Duration.ofMinutes(2));
        }
        Access limited = new Access(List.of(new Grant(Role.OPERATOR, Scope.of(Set.of("permits")))));
        List<Notices.Notice> first = notices.inbox(ada, limited, false, 0, 3);
        assertThat(first).extracting(Notices.Notice::about).containsExactly("6.pdf", "4.pdf", "2.pdf");
        assertThat(notices.inbox(ada, limited, false, first.get(2).id(), 3))
                .extracting(Notices.Notice::about)
                .containsExactly("0.pdf");
    }

    @Test
    void namesThatAreNobodyAreSaid() {
        assertThat(tell(failed("permits", "a.pdf", "bytes.missing"), "nobody; ada, desk@ferry.example"))
                .containsExactly("nobody");
        later(Duration.ofMinutes(2));
        assertThat(server.received()).hasSize(2);
    }

    @Test
    void oldNoticesThatWereReadAreRemovedWithTheirMails() {
        tell(failed("permits", "a.pdf", "bytes.missing"), "ada");
        later(Duration.ofMinutes(2));
        fixture.clock.advance(Duration.ofDays(100));
        assertThat(mails.prune()).as("unread").isZero();
        notices.read(ada, 0);
        assertThat(mails.prune()).isEqualTo(1);
        assertThat(notices.inbox(ada, Access.toEverything(), false, 0, 10)).isEmpty();
    }
}
