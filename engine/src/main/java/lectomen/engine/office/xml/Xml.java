package lectomen.engine.office.xml;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilder;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.w3c.dom.Element;
import org.w3c.dom.NamedNodeMap;
import org.w3c.dom.Node;
import org.xml.sax.SAXException;
import org.xml.sax.helpers.DefaultHandler;

/**
 * XML elements by their local names: office formats have two sets of namespaces for the same elements, and an element's meaning
 * follows from its place. A document type is refused, so that no entity is expanded and nothing outside is asked for.
 */
public final class Xml {
    private Xml() {}

    /** @throws IOException if it is no XML, or has a document type */
    public static Element read(InputStream in) throws IOException {
        try {
            DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
            factory.setNamespaceAware(true);
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
            factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
            factory.setExpandEntityReferences(false);
            DocumentBuilder builder = factory.newDocumentBuilder();
            builder.setErrorHandler(new DefaultHandler());
            return builder.parse(in).getDocumentElement();
        } catch (ParserConfigurationException e) {
            throw new IllegalStateException("This Java reads no XML", e);
        } catch (SAXException e) {
            throw new IOException(String.valueOf(e.getMessage()), e);
        }
    }

    public static String name(Node node) {
        String local = node.getLocalName();
        return local == null ? node.getNodeName() : local;
    }

    public static boolean is(Node node, String name) {
        return name(node).equals(name);
    }

    public static List<Element> children(Element of) {
        List<Element> children = new ArrayList<>();
        for (Node node = of.getFirstChild(); node != null; node = node.getNextSibling()) {
            if (node instanceof Element element) {
                children.add(element);
            }
        }
        return children;
    }

    /** The children, where those of wrappers stand in for them, however deep wrappers lie in each other. */
    public static List<Element> unwrapped(Element of, Set<String> wrappers) {
        List<Element> children = new ArrayList<>();
        Deque<Node> open = new ArrayDeque<>();
        Node node = of.getFirstChild();
        while (node != null || !open.isEmpty()) {
            if (node == null) {
                node = open.pop().getNextSibling();
            } else if (node instanceof Element element && wrappers.contains(name(element))) {
                open.push(element);
                node = element.getFirstChild();
            } else {
                if (node instanceof Element element) {
                    children.add(element);
                }
                node = node.getNextSibling();
            }
        }
        return children;
    }

    public static List<Element> children(Element of, String name) {
        List<Element> children = new ArrayList<>();
        for (Node node = of.getFirstChild(); node != null; node = node.getNextSibling()) {
            if (node instanceof Element element && is(element, name)) {
                children.add(element);
            }
        }
        return children;
    }

    public static Optional<Element> find(Element of, String name) {
        for (Node node = of.getFirstChild(); node != null; node = node.getNextSibling()) {
            if (node instanceof Element element && is(element, name)) {
                return Optional.of(element);
            }
        }
        return Optional.empty();
    }

    /** Down a path of names. */
    public static Optional<Element> find(Element of, String first, String... then) {
        Optional<Element> at = find(of, first);
        for (String name : then) {
            at = at.flatMap(element -> find(element, name));
        }
        return at;
    }

    /** The first of that name anywhere below. */
    public static Optional<Element> findBelow(Element of, String name) {
        for (Node node = next(of, of); node != null; node = next(node, of)) {
            if (node instanceof Element element && is(element, name)) {
                return Optional.of(element);
            }
        }
        return Optional.empty();
    }

    /** In the order of the document, without recursion: nobody vouches for how deep it is. */
    private static org.w3c.dom.@org.jspecify.annotations.Nullable Node next(Node from, Node within) {
        if (from.getFirstChild() != null) {
            return from.getFirstChild();
        }
        Node at = from;
        while (at != null && at != within) {
            if (at.getNextSibling() != null) {
                return at.getNextSibling();
            }
            at = at.getParentNode();
        }
        return null;
    }

    /** By its local name; empty where it is not there. */
    public static String attribute(Element of, String name) {
        NamedNodeMap attributes = of.getAttributes();
        for (int i = 0; i < attributes.getLength(); i++) {
            if (is(attributes.item(i), name)) {
                return attributes.item(i).getNodeValue();
            }
        }
        return "";
    }

    public static boolean has(Element of, String name) {
        NamedNodeMap attributes = of.getAttributes();
        for (int i = 0; i < attributes.getLength(); i++) {
            if (is(attributes.item(i), name)) {
                return true;
            }
        }
        return false;
    }

    public static Optional<String> findAttribute(Element of, String name) {
        return has(of, name) ? Optional.of(attribute(of, name)) : Optional.empty();
    }

    /** A number; empty where there is none. */
    public static OptionalDouble number(Element of, String name) {
        return number(attribute(of, name));
    }

    public static OptionalDouble number(String text) {
        if (!text.matches("[-+]?\\d*\\.?\\d+(?:[eE][-+]?\\d+)?")) {
            return OptionalDouble.empty();
        }
        double value = Double.parseDouble(text);
        return Double.isFinite(value) ? OptionalDouble.of(value) : OptionalDouble.empty();
    }

    public static int whole(Element of, String name, int otherwise) {
        OptionalDouble value = number(of, name);
        return value.isPresent() ? (int) Math.round(value.getAsDouble()) : otherwise;
    }
}
