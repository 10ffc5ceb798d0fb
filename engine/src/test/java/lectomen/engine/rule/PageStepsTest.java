package lectomen.engine.rule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
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
            'prepare pages: { upright: no, straighten: no, edges: no, cut out sheet: yes, specks: yes, black and white: yes, crop: yes }' ~ the sheet cut out of its photograph, specks removed, made black and white, cut to what is on them
            'prepare pages: { drop blank below: 0.5 mm2 }' ~ those with less than 0.5 mm² of ink dropped
            'convert: { to: PDF, pictures: layered }' ~ pictures in layers
            'convert: { to: PDF, pictures: jpeg, quality: 100 }' ~ pictures as JPEG of 100 %
            'convert: { to: PDF, pictures: jpeg, quality: 1 }' ~ pictures as JPEG of 1 %
            'convert: { to: PDF, paper: A4, title: "{file name}" }' ~ fitted to A4, title {file name}
            'convert: { to: PDF, searchable: yes, attach original: yes }' ~ searchable, carrying the original
            'convert: { to: PDF/A-3b, attach original: yes }' ~ carrying the original
            'convert: { to: PDF, tracked changes: shown, comments: yes }' ~ tracked changes shown, comments at its end
            'convert: { to: PDF/A-2b, if not possible: keep as it is }' ~ kept as it is where that can't be
            'convert: { to: PDF/A-2b, if not possible: pictures of pages }' ~ pictures of its pages where that can't be
            'resize: { width: 1, height: 30000 }' ~ at most 1 points wide, at most 30000 points high
            'resize: { percent: 0.5 %, turn: right }' ~ 0.5 % of its size, turned to the right
            'resize: { turn: half, to: png }' ~ turned upside down, a png
            'resize: { turn: left }' ~ turned to the left
            'resize: { quality: 5 }' ~ as it is
            'read text: { care: quick, languages: [en, de] }' ~ quickly, with the letters of en, de
            'read text: { care: careful, keep: all }' ~ carefully; text that a PDF has already is kept
            'read text: { keep: none }' ~ text that lies on pictures already is not used
            """)
    void aStepIsReadAloudWithAllThatItSays(String step, String words) {
        assertThat(RuleSentences.of(((RuleReadResult.Good) read(step)).rule()))
                .extracting(RuleSentences.Sentence::words)
                .anySatisfy(sentence -> assertThat(sentence).contains(words));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            'prepare pages: all' ~ "prepare pages" is "usual", or says what is done
            'prepare pages: { drop blank below: little }' ~ "drop blank below" is an amount of ink
            'prepare pages: { specs: yes }' ~ did you mean "specks"?
            'read text: well' ~ "read text" is "usual", or says how
            'read text: { languages: [xx] }' ~ "languages" are of:
            'read text: { pages: some }' ~ "pages" is such as 1, 1 to 3
            'read text: { care: great }' ~ "care" is one of:
            'convert: PFD' ~ "convert" is one of:
            'convert: { pictures: jpeg }' ~ "convert" needs "to:"
            'convert: { to: PDF, quality: 101 }' ~ "quality" is a whole number from 1 to 100
            'convert: { to: PDF, quality: 0 }' ~ "quality" is a whole number from 1 to 100
            'convert: { to: PDF, dots per inch: 49 }' ~ "dots per inch" is a whole number from 50 to 1200
            'convert: { to: PDF, paper: A9 }' ~ "paper" is one of:
            'convert: { to: PDF/A-2b, attach original: yes }' ~ "attach original" goes with PDF and PDF/A-3b alone
            'convert: { to: PDF, of: small }' ~ "of" is not known in "convert"
            'convert: PDF, of: small' ~ no output is called "small" up to here
            'convert: PDF, as: Small' ~ an output is named by small letters
            'resize: { width: 30001 }' ~ "width" is a whole number from 1 to 30000
            'resize: { percent: 0 % }' ~ "percent" is such as 50 %
            'resize: { percent: 50 %, width: 10 }' ~ "percent" goes without "width" and "height"
            'resize: { turn: round }' ~ "turn" is one of: left, right, half, no
            'resize: { to: PDF }' ~ "to" is one of: tiff, png, jpeg
            """)
    void whatAStepCantDoIsSaid(String step, String problem) {
        assertThat(((RuleReadResult.Bad) read(step)).problems())
                .extracting(Problem::toString)
                .anySatisfy(said -> assertThat(said).contains(problem));
    }
}
