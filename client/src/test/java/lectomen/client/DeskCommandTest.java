package lectomen.client;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Figures, corrections and evidence of the desk, as they are printed. */
class DeskCommandTest {
    @TempDir
    private Path temp;

    private StubService service;

    @BeforeEach
    void start() throws IOException {
        service = new StubService(temp.resolve("home"));
    }

    @AfterEach
    void stop() {
        service.close();
    }

    @Test
    void figuresTellWhoWaitsForWhomAndHowLongItTakes() {
        service.on("GET /desk/figures", """
                {"asked": [{"name": "records-office", "waiting": 7, "overdue": 2}],
                 "stages": [{"rule": "berths", "kind": "approval", "stage": 2, "decided": 5, "medianSeconds": 9000}],
                 "people": [{"name": "Ida Wren", "decided": 31, "medianSeconds": 61}], "corrections": []}""");
        assertThat(service.run("desk", "figures").out())
                .containsPattern("records-office +7 +2")
                .containsPattern("berths +approval +2 +5 +2 h")
                .containsPattern("Ida Wren +31 +61 s");
        service.on("GET /desk/figures", "{\"asked\": [], \"people\": []}");
        assertThat(service.run("desk", "figures").out()).startsWith("Nobody is asked");
    }

    @Test
    void correctionsAreCountedByFieldAndExtractor() {
        service.on("GET /desk/corrections?rule=berths", """
                {"counted": [{"field": "report", "extractor": "near Report no.", "count": 4, "perHundred": 12.5}],
                 "latest": [{"job": "1-4", "field": "report", "read": "BI-03l4", "entered": "BI-0314", "by": "Ida Wren"}]}""");
        assertThat(service.run("desk", "corrections", "berths").out())
                .containsPattern("report +near Report no\\. +4 +12\\.5")
                .containsPattern("1-4 +report +BI-03l4 +BI-0314 +Ida Wren");
        service.on("GET /desk/corrections?rule=berths", "{\"counted\": [], \"latest\": []}");
        assertThat(service.run("desk", "corrections", "berths").out()).startsWith("Nothing was corrected");
    }

    @Test
    void evidenceIsPrintedOrWritten() throws IOException {
        service.on("GET /jobs/1-4/evidence", """
                {"job": "1-4", "fileName": "berth.tif", "rule": "berths", "ruleVersion": 3, "document": "ab12",
                 "decisions": [{"kind": "approval", "stage": 1, "stageName": "engineer", "verdict": "approved", "by": "",
                                "at": "2027-03-01T10:00:00Z", "seen": "cd", "reason": "late"}],
                 "corrections": [{"field": "report", "read": "a", "entered": "b", "by": "Ida Wren"}],
                 "ledgerEntry": 90, "ledgerHash": "ef34"}""");
        assertThat(service.run("job", "evidence", "1-4").out())
                .contains("berth.tif, rule berths, version 3", "SHA-256 ab12", "Ledger entry 90, hash ef34")
                .containsPattern("1 engineer +approved +the rule +late")
                .contains("Corrected: report, read \"a\", entered \"b\" by Ida Wren");
        service.on("GET /jobs/1-4/evidence/file", "%PDF-");
        Path file = temp.resolve("evidence.pdf");
        assertThat(service.run("job", "evidence", "1-4", "--to", file.toString())
                        .out())
                .isEqualTo("Written to " + file + ".\n");
        assertThat(file).hasContent("%PDF-");
        service.on("GET /jobs/1-5/evidence", "{\"fileName\": \"x.txt\", \"decisions\": []}");
        assertThat(service.run("job", "evidence", "1-5").out()).contains("Nobody was asked about it.");
    }
}
