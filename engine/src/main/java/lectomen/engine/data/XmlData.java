package lectomen.engine.data;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import javax.xml.XMLConstants;
import javax.xml.namespace.NamespaceContext;
import javax.xml.parsers.DocumentBuilder;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import javax.xml.xpath.XPath;
import javax.xml.xpath.XPathExpression;
import javax.xml.xpath.XPathExpressionException;
import javax.xml.xpath.XPathFactory;
import javax.xml.xpath.XPathFactoryConfigurationException;
import javax.xml.xpath.XPathNodes;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Attr;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.NamedNodeMap;
import org.w3c.dom.Node;
import org.xml.sax.ErrorHandler;
import org.xml.sax.SAXException;
import org.xml.sax.SAXParseException;

/** XML data, queried with XPath 1.0. */
final class XmlData implements DataFile {
    private static final String FEATURES = "http://apache.org/xml/features/";

    private final byte[] bytes;
    private final Document document;
    private final Map<String, String> uris;
    private @Nullable Document plain;

    private XmlData(byte[] bytes, Document document, Map<String, String> namespaces) {
        this.bytes = bytes;
        this.document = document;
        this.uris = new TreeMap<>();
        declared(document.getDocumentElement(), uris);
        uris.putAll(namespaces);
    }

    static Reading read(byte[] bytes, Map<String, String> namespaces) {
        try {
            return new Reading.Good(new XmlData(bytes, parse(bytes, true), namespaces));
        } catch (SAXParseException e) {
            boolean type = bytes.length > 0 && String.valueOf(e.getMessage()).contains("DOCTYPE");
            String problem = type
                    ? "it has a document type declaration, which is not allowed because it could load other files"
                    : "line " + e.getLineNumber() + ", column " + e.getColumnNumber() + ": " + e.getMessage();
            return DataFile.bad(DataFormat.XML, problem);
        } catch (SAXException | IOException e) {
            return DataFile.bad(DataFormat.XML, String.valueOf(e.getMessage()));
        }
    }

    private static Document parse(byte[] bytes, boolean withNamespaces) throws SAXException, IOException {
        try {
            DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
            factory.setNamespaceAware(withNamespaces);
            factory.setXIncludeAware(false);
            factory.setExpandEntityReferences(false);
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
            factory.setFeature(FEATURES + "disallow-doctype-decl", true);
            factory.setFeature(FEATURES + "nonvalidating/load-external-dtd", false);
            factory.setAttribute(XMLConstants.ACCESS_EXTERNAL_DTD, "");
            factory.setAttribute(XMLConstants.ACCESS_EXTERNAL_SCHEMA, "");
            DocumentBuilder builder = factory.newDocumentBuilder();
            builder.setErrorHandler(new Strict());
            return builder.parse(new ByteArrayInputStream(bytes));
        } catch (ParserConfigurationException e) {
            throw new IllegalStateException("This Java has no XML parser that can be made safe", e);
        }
    }

    /** Takes every fault for one, and writes nothing to the error stream. */
    private static final class Strict implements ErrorHandler {
        @Override
        public void warning(SAXParseException e) {}

        @Override
        public void error(SAXParseException e) throws SAXException {
            throw e;
        }

        @Override
        public void fatalError(SAXParseException e) throws SAXException {
            throw e;
        }
    }

    /** The prefixes that the file itself declares; the first declaration of each counts. */
    private static void declared(Element element, Map<String, String> uris) {
        NamedNodeMap attributes = element.getAttributes();
        for (int i = 0; i < attributes.getLength(); i++) {
            String name = attributes.item(i).getNodeName();
            if (name.startsWith("xmlns:")) {
                uris.putIfAbsent(
                        name.substring("xmlns:".length()), attributes.item(i).getNodeValue());
            }
        }
        for (Node child = element.getFirstChild(); child != null; child = child.getNextSibling()) {
            if (child instanceof Element inner) {
                declared(inner, uris);
            }
        }
    }

    @Override
    public Answer ask(String expression, About about) {
        try {
            List<DataValue> hits = evaluate(expression, about, document);
            return new Answer.Hits(hits.isEmpty() ? evaluate(expression, about, plain()) : hits);
        } catch (XPathExpressionException e) {
            return DataFile.wrong(expression, problem(e));
        }
    }

    private static String problem(XPathExpressionException e) {
        Throwable cause = e.getCause() == null ? e : e.getCause();
        return "no XPath: " + String.valueOf(cause.getMessage()).replaceFirst("^.*?Exception: ", "");
    }

    /** Why it is no XPath; which names and prefixes there are only a file tells. */
    static Optional<String> findProblem(String expression) {
        try {
            xpath(new Prefixes(Map.of(), "any"), About.NOTHING).compile(expression.strip());
            return Optional.empty();
        } catch (XPathExpressionException e) {
            return Optional.of(problem(e));
        }
    }

    /** The document with names as they are written, so that one in a default namespace is found by its bare name. */
    private Document plain() {
        if (plain == null) {
            try {
                plain = parse(bytes, false);
            } catch (SAXException | IOException e) {
                throw new IllegalStateException("A file that was read before no longer reads", e);
            }
        }
        return plain;
    }

    private List<DataValue> evaluate(String expression, About about, Document in) throws XPathExpressionException {
        XPathExpression compiled =
                xpath(new Prefixes(uris, XMLConstants.NULL_NS_URI), about).compile(expression.strip());
        List<DataValue> hits = new ArrayList<>();
        Optional<XPathNodes> nodes = nodes(compiled, in);
        if (nodes.isEmpty()) {
            String value = compiled.evaluateExpression(in, String.class);
            return value.isEmpty() ? List.of() : List.of(new DataValue(value, "computed"));
        }
        for (Node node : nodes.get()) {
            if (hits.size() < MOST_HITS) {
                hits.add(new DataValue(String.valueOf(node.getTextContent()).strip(), path(node)));
            }
        }
        return hits;
    }

    /** Empty for an expression that gives a text, a number or a truth. */
    private static Optional<XPathNodes> nodes(XPathExpression compiled, Document in) {
        try {
            return Optional.of(compiled.evaluateExpression(in, XPathNodes.class));
        } catch (XPathExpressionException e) {
            return Optional.empty();
        }
    }

    private static XPath xpath(NamespaceContext namespaces, About about) {
        XPathFactory factory = XPathFactory.newInstance();
        try {
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
        } catch (XPathFactoryConfigurationException e) {
            throw new IllegalStateException("This Java has no XPath that can be made safe", e);
        }
        XPath xpath = factory.newXPath();
        xpath.setNamespaceContext(namespaces);
        xpath.setXPathVariableResolver(name -> about.find(name.getLocalPart()).orElse(null));
        return xpath;
    }

    /** @param otherwise the URI of a prefix that is not among them */
    private record Prefixes(Map<String, String> uris, String otherwise) implements NamespaceContext {
        @Override
        public String getNamespaceURI(String prefix) {
            return uris.getOrDefault(prefix, otherwise);
        }

        @Override
        public @Nullable String getPrefix(String uri) {
            return null;
        }

        @Override
        public Iterator<String> getPrefixes(String uri) {
            return List.<String>of().iterator();
        }
    }

    private static String path(Node node) {
        if (node instanceof Attr attribute) {
            return path(attribute.getOwnerElement()) + "/@" + attribute.getName();
        }
        Node parent = node.getParentNode();
        if (!(node instanceof Element) || parent == null) {
            return parent == null ? "" : path(parent);
        }
        int number = 1;
        for (Node before = node.getPreviousSibling(); before != null; before = before.getPreviousSibling()) {
            if (before.getNodeName().equals(node.getNodeName())) {
                number++;
            }
        }
        return path(parent) + "/" + node.getNodeName() + "[" + number + "]";
    }
}
