package lectomen.engine.rule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import lectomen.engine.facts.Site;
import lectomen.engine.rulefile.Sentence;
import lectomen.engine.yaml.Problem;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Steps that work on pages: as they are read aloud, and where they are wrong. */
class PageStepsTest {
    private static final Site SITE =
            new Site(Map.of("inbox", "/srv/inbox"), Set.of("archive"), Locale.UK, ZoneOffset.UTC);

    private static RuleReadResult read(String step) {
        return RuleReader.read("""
                lectomen: 1
                rule: pages
                from: { folder: "{inbox}/pages" }
                do:
                  - { %s }
                  - file: { in: archive }
                """.formatted(step), SITE);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            'prepare pages: usual' ~ turned upright, straightened, borders and punched holes removed
            'prepare pages: { upright: no, straighten: no, edges: no }' ~ nothing
            'prepare pages: { upright: no, straighten: no, edges: no, cut out sheet: yes, specks: yes, black and white: yes, crop: yes }' ~ the sheet cut out of its photograph, specks removed, converted to black and white, cut to what is on them
            'prepare pages: { drop blank below: 0.5 mm2 }' ~ those with less than 0.5 mm² of ink dropped
            'convert: { to: PDF, pictures: layered }' ~ pictures in layers
            'convert: { to: PDF, pictures: jpeg, quality: 100 }' ~ pictures as JPEG of 100 %
            'convert: { to: PDF, pictures: jpeg, quality: 1 }' ~ pictures as JPEG of 1 %
            'convert: { to: PDF, paper: A4, title: "{file name}" }' ~ fitted to A4, title {file name}
            'convert: { to: PDF, searchable: yes, attach original: yes }' ~ searchable, carrying the original
            'convert: { to: PDF/A-3b, attach original: yes }' ~ carrying the original
            'convert: { to: PDF, tracked changes: shown, comments: yes }' ~ tracked changes shown, comments at its end
            'convert: { to: PDF/A-2b, if not possible: keep as it is }' ~ left unchanged if that is not possible
            'convert: { to: PDF/A-2b, if not possible: pictures of pages }' ~ pictures of its pages where that can't be
            'resize: { width: 1, height: 30000 }' ~ at most 1 points wide, at most 30000 points high
            'resize: { percent: 0.5 %, turn: right }' ~ 0.5 % of its size, turned to the right
            'resize: { turn: half, to: png }' ~ turned upside down, a png
            'resize: { turn: left }' ~ turned to the left
            'resize: { quality: 5 }' ~ as it is
            'read text: { care: quick, languages: [en, de] }' ~ in English and German, quickly
            'read text: { care: careful, keep: all }' ~ thoroughly; existing PDF text is used
            'read text: { keep: none }' ~ existing text on pictures is not used
            """)
    void aStepIsReadAloudWithAllThatItSays(String step, String words) {
        assertThat(RuleSentences.of(((RuleReadResult.Good) read(step)).rule()))
                .extracting(Sentence::words)
                .anySatisfy(sentence -> assertThat(sentence).contains(words));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            'prepare pages: all' ~ "prepare pages" must be "usual" or settings
            'prepare pages: { drop blank below: little }' ~ "drop blank below" must be an amount of ink
            'prepare pages: { specs: yes }' ~ did you mean "specks"?
            'read text: well' ~ "read text" must be "usual" or settings
            'read text: { languages: [xx] }' ~ "languages" are of:
            'read text: { pages: some }' ~ "pages" must be such as 1, 1 to 3
            'read text: { care: great }' ~ "care" must be one of:
            'convert: PFD' ~ "convert" must be one of:
            'convert: { pictures: jpeg }' ~ "convert" needs "to:"
            'convert: { to: PDF, quality: 101 }' ~ "quality" must be a whole number from 1 to 100
            'convert: { to: PDF, quality: 0 }' ~ "quality" must be a whole number from 1 to 100
            'convert: { to: PDF, dots per inch: 49 }' ~ "dots per inch" must be a whole number from 50 to 1200
            'convert: { to: PDF, paper: A9 }' ~ "paper" must be one of:
            'convert: { to: PDF/A-2b, attach original: yes }' ~ "attach original" is only allowed with PDF and PDF/A-3b
            'convert: { to: PDF, of: small }' ~ "of" is not known in "convert"
            'convert: PDF, of: small' ~ unknown output "small" at this point
            'convert: PDF, as: Small' ~ an output name may have up to 30 lower-case letters
            'resize: { width: 30001 }' ~ "width" must be a whole number from 1 to 30000
            'resize: { percent: 0 % }' ~ "percent" must be such as 50 %
            'resize: { percent: 50 %, width: 10 }' ~ "percent" can't be combined with "width" and "height"
            'resize: { turn: round }' ~ "turn" must be one of: left, right, half, no
            'resize: { to: PDF }' ~ "to" must be one of: tiff, png, jpeg
            """)
    void whatAStepCantDoIsSaid(String step, String problem) {
        assertThat(((RuleReadResult.Bad) read(step)).problems())
                .extracting(Problem::toString)
                .anySatisfy(said -> assertThat(said).contains(problem));
    }
}
