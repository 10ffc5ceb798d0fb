package lectomen.engine.office.xml;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.w3c.dom.Element;

class XmlTest {
    private static Element read(String text) throws IOException {
        return Xml.read(new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)));
    }

    @Test
    void elementsAreFoundByTheirLocalNames() throws IOException {
        Element root = read("<a:doc xmlns:a='one' xmlns:b='two'><a:p a:n='1'/><b:p b:n='2'><a:q>x</a:q></b:p></a:doc>");
        assertThat(Xml.name(root)).isEqualTo("doc");
        assertThat(Xml.children(root, "p")).hasSize(2);
        assertThat(Xml.attribute(Xml.children(root, "p").get(1), "n")).isEqualTo("2");
        assertThat(Xml.find(root, "p", "q")).isEmpty();
        assertThat(Xml.findBelow(root, "q").map(Element::getTextContent)).contains("x");
    }

    @Test
    void whatIsNotThereIsEmpty() throws IOException {
        Element root = read("<a b=''/>");
        assertThat(Xml.attribute(root, "c")).isEmpty();
        assertThat(Xml.has(root, "b")).isTrue();
        assertThat(Xml.has(root, "c")).isFalse();
        assertThat(Xml.find(root, "d")).isEmpty();
        assertThat(Xml.whole(root, "b", 7)).isEqualTo(7);
    }

    @ParameterizedTest
    @CsvSource({"1, 1", "-2.5, -2.5", ".5, 0.5", "+3, 3", "1e2, 100"})
    void numbers(String text, double value) {
        assertThat(Xml.number(text)).hasValue(value);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", " 1", "1pt", "1.2.3", "NaN", "Infinity", "1e999", "0x10"})
    void whatIsNoNumber(String text) {
        assertThat(Xml.number(text)).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<!DOCTYPE a [<!ENTITY e 'x'>]><a>&e;</a>",
                "<!DOCTYPE a SYSTEM 'file:///etc/hostname'><a/>",
                "<a>",
                "no xml",
                ""
            })
    void documentTypesAndWhatIsBrokenAreRefused(String text) {
        assertThatThrownBy(() -> read(text)).isInstanceOf(IOException.class);
    }
}
