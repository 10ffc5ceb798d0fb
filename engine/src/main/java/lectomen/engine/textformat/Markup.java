package lectomen.engine.textformat;

import java.io.IOException;
import java.io.OutputStream;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** Writes nested elements with their attributes. */
final class Markup {
    private final XMLStreamWriter xml;

    Markup(OutputStream out) throws IOException {
        try {
            xml = XMLOutputFactory.newInstance().createXMLStreamWriter(out, "UTF-8");
            xml.writeStartDocument("UTF-8", "1.0");
        } catch (XMLStreamException e) {
            throw new IOException(e);
        }
    }

    @FunctionalInterface
    interface Inside {
        void write() throws IOException;
    }

    Markup doctype(String words) throws IOException {
        return doing(() -> xml.writeDTD(words));
    }

    /** @param pairs names and values of attributes; "xmlns" names the space of all within */
    Markup element(String name, Inside inside, String... pairs) throws IOException {
        doing(() -> {
            xml.writeCharacters("\n");
            xml.writeStartElement(name);
            for (int i = 0; i < pairs.length; i += 2) {
                if (pairs[i].equals("xmlns")) {
                    xml.writeDefaultNamespace(pairs[i + 1]);
                } else {
                    xml.writeAttribute(pairs[i], clean(pairs[i + 1]));
                }
            }
        });
        inside.write();
        return doing(xml::writeEndElement);
    }

    Markup text(String text) throws IOException {
        return doing(() -> xml.writeCharacters(clean(text)));
    }

    void end() throws IOException {
        doing(() -> {
            xml.writeCharacters("\n");
            xml.writeEndDocument();
            xml.flush();
        });
    }

    /** XML has no place for control characters. */
    private static String clean(String text) {
        return text.replaceAll("[\\x00-\\x08\\x0b\\x0c\\x0e-\\x1f\\ufffe\\uffff]", "\ufffd");
    }

    private interface Writing {
        void write() throws XMLStreamException;
    }

    private Markup doing(Writing writing) throws IOException {
        try {
            writing.write();
            return this;
        } catch (XMLStreamException e) {
            throw new IOException(e);
        }
    }
}
