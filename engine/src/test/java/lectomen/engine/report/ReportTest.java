package lectomen.engine.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ReportTest {
    private static final LocalDate MONDAY = LocalDate.parse("2027-03-01");

    private static final Map<LocalDate, Map<String, Counts>> WEEK = Map.of(
            MONDAY,
            Map.of("permits", new Counts(1_200, 1_150, 30, 5, 0, 15), "", new Counts(3, 0, 0, 0, 3, 0)),
            MONDAY.plusDays(2),
            Map.of("permits", new Counts(10, 10, 0, 0, 0, 0)));

    private static final Map<LocalDate, Map<String, Counts>> WEEK_BEFORE =
            Map.of(MONDAY.minusDays(3), Map.of("permits", new Counts(970, 970, 0, 0, 0, 0), "tickets", counts(30)));

    private static Counts counts(long cameIn) {
        return new Counts(cameIn, cameIn, 0, 0, 0, 0);
    }

    private static Report week() {
        return Report.of(ReportPeriod.WEEK, MONDAY, WEEK, WEEK_BEFORE)
                .withDesk(List.of(
                        new Report.DeskLine("berths", 0, 0, 0, 3, 1),
                        new Report.DeskLine("permits", 12, 65, 100.0 / 12, 0, 0)));
    }

    @Test
    void rulesAreAddedUpWithTheMostFirst() {
        assertThat(week().all()).isEqualTo(new Counts(1_213, 1_160, 30, 5, 3, 15));
        assertThat(week().rules())
                .containsExactly(
                        new Report.RuleLine("permits", new Counts(1_210, 1_160, 30, 5, 0, 15), 970),
                        new Report.RuleLine("", new Counts(3, 0, 0, 0, 3, 0), 0),
                        new Report.RuleLine("tickets", Counts.NONE, 30));
        assertThat(week().days()).hasSize(7);
        assertThat(week().days().get(2).counts().cameIn()).isEqualTo(10);
    }

    @Test
    void theTextHasTheSumTheTrendAndTheTables() {
        assertThat(ReportText.of(week(), Locale.UK)).isEqualTo("""
                1 to 7 March 2027

                1,213 documents came in, 21 % more than the week before. 1,160 filed, 30 failed, 15 waiting.

                  Rule       Came in  Filed  Failed  Rejected  Unmatched  Waiting  Week before
                  permits      1,210  1,160      30         5          0       15          970
                  (no rule)        3      0       0         0          3        0            0
                  tickets          0      0       0         0          0        0           30
                  All          1,213  1,160      30         5          3       15        1,000

                  Day        Came in  Filed  Failed  Rejected  Unmatched  Waiting
                  Mon 1 Mar    1,203  1,150      30         5          3       15
                  Tue 2 Mar        0      0       0         0          0        0
                  Wed 3 Mar       10     10       0         0          0        0
                  Thu 4 Mar        0      0       0         0          0        0
                  Fri 5 Mar        0      0       0         0          0        0
                  Sat 6 Mar        0      0       0         0          0        0
                  Sun 7 Mar        0      0       0         0          0        0

                  Desk     Decided  Median time  Corrected per 100  Waiting  Overdue
                  berths         0                             0.0        3        1
                  permits       12         65 s                8.3        0        0
                """);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "12 | 10 | 12 documents came in, 20 % more than the day before.",
                "9  | 10 | 9 documents came in, 10 % fewer than the day before.",
                "10 | 10 | 10 documents came in, as many as the day before.",
                "1  | 0  | 1 document came in. 1 filed, 0 failed, 0 waiting.",
                "0  | 0  | 0 documents came in. 0 filed",
            })
    void theTrendIsSaidWhereThereWasSomethingBefore(long now, long before, String words) {
        Report day = Report.of(
                ReportPeriod.DAY,
                MONDAY,
                Map.of(MONDAY, Map.of("permits", counts(now))),
                Map.of(MONDAY.minusDays(1), Map.of("permits", counts(before))));
        assertThat(ReportText.of(day, Locale.UK))
                .startsWith("Monday, 1 March 2027\n\n")
                .contains(words)
                .doesNotContain("Tue 2 Mar");
    }

    @Test
    void theCsvHasALineForEachRule() {
        assertThat(ReportCsv.of(week()))
                .isEqualTo(String.join(
                        "\r\n",
                        "period,from,rule,came in,filed,failed,rejected,unmatched,waiting,came in before,decided,median seconds,corrections per hundred",
                        "week,2027-03-01,permits,1210,1160,30,5,0,15,970,12,65,8.3",
                        "week,2027-03-01,,3,0,0,0,3,0,0,0,0,0.0",
                        "week,2027-03-01,tickets,0,0,0,0,0,0,30,0,0,0.0",
                        ""));
    }

    @Test
    void thePdfSaysTheSameHoweverManyRulesThereAre() throws IOException {
        Map<String, Counts> many = new HashMap<>();
        for (int i = 0; i < 120; i++) {
            many.put("rule-" + i, counts(i));
        }
        Report report = Report.of(ReportPeriod.WEEK, MONDAY, Map.of(MONDAY, many), WEEK_BEFORE)
                .withDesk(week().desk());
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ReportPdf.write(report, Locale.UK, Instant.parse("2027-03-08T06:00:00Z"), out);
        try (PDDocument pdf = Loader.loadPDF(out.toByteArray())) {
            assertThat(pdf.getNumberOfPages()).isGreaterThan(2);
            String text = new PDFTextStripper().getText(pdf);
            assertThat(text)
                    .contains("1 to 7 March 2027", "7,140 documents came in", "rule-119", "rule-0", "Sun 7 Mar")
                    .contains("Reviewed and approved", "65 s");
            assertThat(text.split("Unmatched", -1))
                    .as("on each page with rules")
                    .hasSizeGreaterThan(3);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "2027-03-03, WEEK, 2027-03-01, 2027-02-22, 1 to 7 March 2027",
        "2027-03-01, WEEK, 2027-03-01, 2027-02-22, 1 to 7 March 2027",
        "2027-02-28, WEEK, 2027-02-22, 2027-02-15, 22 to 28 February 2027",
        "2027-03-31, WEEK, 2027-03-29, 2027-03-22, 29 March to 4 April 2027",
        "2027-12-30, WEEK, 2027-12-27, 2027-12-20, 27 December 2027 to 2 January 2028",
        "2027-03-03, DAY, 2027-03-03, 2027-03-02, 'Wednesday, 3 March 2027'"
    })
    void aWeekBeginsOnMonday(LocalDate day, ReportPeriod period, LocalDate first, LocalDate before, String title) {
        assertThat(period.firstDay(day)).isEqualTo(first);
        assertThat(period.lastBefore(day)).isEqualTo(before);
        assertThat(period.title(first, Locale.UK)).isEqualTo(title);
    }
}
