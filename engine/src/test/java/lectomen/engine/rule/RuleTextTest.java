package lectomen.engine.rule;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RuleTextTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
                    from: inbox                               | from: inbox                             | from: { folder: "{inbox}/old" }
                    from: inbox # the usual                   | from: inbox # the usual                 | from: { folder: "{inbox}/old" } # the usual
                    from: { folder: "{inbox}/old" }           | from: { folder: "{inbox}/new" }         | from: { folder: "{inbox}/old" }
                    from: { folder: "{inbox}/{rule}" }        | from: { folder: "{inbox}/{rule}" }      | from: { folder: "{inbox}/old" }
                    from: { folder: /srv/old, settle: 1s }    | from: { folder: /srv/new, settle: 1s }  | from: { folder: /srv/old, settle: 1s }
                    from: { folder: "{inbox}/old/in" }        | from: { folder: "{inbox}/old/in" }      | from: { folder: "{inbox}/old/in" }
                    from: { folder: "{inbox}/older" }         | from: { folder: "{inbox}/older" }       | from: { folder: "{inbox}/older" }
                    from: hand-overs                          | from: hand-overs                        | from: hand-overs
                    """)
    void aRenamedRuleTakesItsFolderAlongOrLeavesItItsName(String from, String withFolder, String without) {
        String text = "# Of old.\nlectomen: 1\nrule: old   # not the title\ntitle: The old rule\n" + from + "\n";
        String head = "# Of old.\nlectomen: 1\nrule: new   # not the title\ntitle: The old rule\n";
        assertThat(RuleText.renamed(text, "new", true)).isEqualTo(head + withFolder + "\n");
        assertThat(RuleText.renamed(text, "new", false)).isEqualTo(head + without + "\n");
    }

    @Test
    void foldersInAListAreRenamedLineByLine() {
        String text = "rule: 'old'\nfrom:\n  - inbox\n  - folder: \"{inbox}/old\"\n    settle: 1s\n";
        assertThat(RuleText.renamed(text, "new", true))
                .isEqualTo("rule: 'new'\nfrom:\n  - inbox\n  - folder: \"{inbox}/new\"\n    settle: 1s\n");
        assertThat(RuleText.renamed(text, "new", false))
                .isEqualTo(
                        "rule: 'new'\nfrom:\n  - folder: \"{inbox}/old\"\n  - folder: \"{inbox}/old\"\n    settle: 1s\n");
        assertThat(RuleText.findId(text)).contains("old");
        assertThat(RuleText.findId("title: none\n")).isEmpty();
    }
}
