package lectomen.engine.pdf.typeset;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import lectomen.engine.typeset.Node;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSInteger;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSString;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationLink;

/**
 * The document's structure as a tagged PDF holds it (ISO 32000-1, 14.7 and 14.8): an element for each part, which refers to the marked
 * sequences on pages that it consists of, in the order that they were drawn; and a tree that leads back from these to their elements.
 */
final class StructureTree {
    private static final COSName ATTRIBUTES = COSName.A;

    private final PDDocument document;
    private final Node root;
    private final String language;
    private final COSDictionary tree = new COSDictionary();
    private final IdentityHashMap<Node, COSDictionary> elements = new IdentityHashMap<>();
    private final IdentityHashMap<Node, Node> parents = new IdentityHashMap<>();
    private final IdentityHashMap<Node, Integer> attached = new IdentityHashMap<>();
    private final Map<Integer, COSBase> leadsBack = new HashMap<>();
    private int nextKey;

    StructureTree(PDDocument document, Node root, String language) {
        this.document = document;
        this.root = root;
        this.language = language;
        noteParents(root);
    }

    private void noteParents(Node node) {
        for (Node part : node.parts()) {
            parents.put(part, node);
            noteParents(part);
        }
    }

    /** The parts on one page. */
    final class OfPage {
        private final PDPage page;
        private final int key;
        private final COSArray sequences = new COSArray();

        private OfPage(PDPage page) {
            this.page = page;
            this.key = nextKey++;
            page.getCOSObject().setInt(COSName.STRUCT_PARENTS, key);
            page.getCOSObject().setItem(COSName.getPDFName("Tabs"), COSName.S);
        }

        /** A new marked sequence of a part. @return its number on the page */
        int add(Node node) {
            int number = sequences.size();
            COSDictionary element = element(node);
            COSDictionary reference = new COSDictionary();
            reference.setItem(COSName.TYPE, COSName.getPDFName("MCR"));
            reference.setItem(COSName.PG, page.getCOSObject());
            reference.setInt(COSName.MCID, number);
            kids(element).add(reference);
            sequences.add(element);
            return number;
        }

        void end() {
            leadsBack.put(key, sequences);
        }
    }

    OfPage page(PDPage page, int index) {
        return new OfPage(page);
    }

    /** A link belongs to its part as what is drawn does. */
    void add(Node node, PDPage page, PDAnnotationLink link) {
        if (node.isOrnament()) {
            return;
        }
        COSDictionary reference = new COSDictionary();
        reference.setItem(COSName.TYPE, COSName.getPDFName("OBJR"));
        reference.setItem(COSName.PG, page.getCOSObject());
        reference.setItem(COSName.OBJ, link.getCOSObject());
        COSDictionary element = element(node);
        kids(element).add(reference);
        link.getCOSObject().setInt(COSName.STRUCT_PARENT, nextKey);
        leadsBack.put(nextKey++, element);
    }

    private COSDictionary element(Node node) {
        COSDictionary known = elements.get(node);
        if (known != null) {
            return known;
        }
        COSDictionary element = new COSDictionary();
        elements.put(node, element);
        element.setItem(COSName.TYPE, COSName.getPDFName("StructElem"));
        element.setName(COSName.S, node.kind().word());
        say(node, element);
        Node parent = parents.get(node);
        if (parent == null) {
            element.setItem(COSName.P, tree);
        } else {
            attach(parent, node, element);
        }
        return element;
    }

    private void say(Node node, COSDictionary element) {
        if (!node.alternative().isEmpty()) {
            element.setString(COSName.ALT, node.alternative());
        }
        if (!node.language().isEmpty() && !node.language().equals(language)) {
            element.setItem(COSName.LANG, new COSString(node.language()));
        }
        if (node.kind() == Node.Kind.NOTE) {
            element.setString(COSName.ID, "note-" + elements.size());
        }
        boolean cell = node.kind() == Node.Kind.CELL || node.kind() == Node.Kind.HEAD_CELL;
        if (cell && (node.across() > 1 || node.down() > 1 || node.kind() == Node.Kind.HEAD_CELL)) {
            COSDictionary table = new COSDictionary();
            table.setName(COSName.O, "Table");
            if (node.across() > 1) {
                table.setInt(COSName.getPDFName("ColSpan"), node.across());
            }
            if (node.down() > 1) {
                table.setInt(COSName.getPDFName("RowSpan"), node.down());
            }
            if (node.kind() == Node.Kind.HEAD_CELL) {
                table.setName(COSName.getPDFName("Scope"), "Column");
            }
            element.setItem(ATTRIBUTES, table);
        }
    }

    /** Parts that come before it are attached before it, though nothing of them is drawn yet. */
    private void attach(Node parent, Node node, COSDictionary element) {
        COSDictionary above = element(parent);
        element.setItem(COSName.P, above);
        int at = attached.getOrDefault(parent, 0);
        List<Node> parts = parent.parts();
        while (at < parts.size() && parts.get(at) != node) {
            Node earlier = parts.get(at++);
            attached.put(parent, at);
            if (!elements.containsKey(earlier)) {
                element(earlier);
            }
        }
        if (at < parts.size() && parts.get(at) == node) {
            attached.put(parent, at + 1);
        }
        kids(above).add(element);
    }

    private static COSArray kids(COSDictionary element) {
        COSArray kids = (COSArray) element.getDictionaryObject(COSName.K);
        if (kids == null) {
            kids = new COSArray();
            element.setItem(COSName.K, kids);
        }
        return kids;
    }

    /** @param titled whether a viewer shows the document's title in place of its file's name */
    void write(boolean titled) {
        COSDictionary catalog = document.getDocumentCatalog().getCOSObject();
        COSDictionary top = element(root);
        attachAll(root);
        tree.setItem(COSName.TYPE, COSName.STRUCT_TREE_ROOT);
        tree.setItem(COSName.K, top);
        tree.setItem(COSName.PARENT_TREE, parentTree());
        tree.setInt(COSName.PARENT_TREE_NEXT_KEY, nextKey);
        catalog.setItem(COSName.STRUCT_TREE_ROOT, tree);
        COSDictionary marked = new COSDictionary();
        marked.setBoolean(COSName.getPDFName("Marked"), true);
        catalog.setItem(COSName.MARK_INFO, marked);
        if (titled) {
            COSDictionary preferences = new COSDictionary();
            preferences.setBoolean(COSName.getPDFName("DisplayDocTitle"), true);
            catalog.setItem(COSName.VIEWER_PREFERENCES, preferences);
        }
    }

    private void attachAll(Node node) {
        for (Node part : node.parts()) {
            element(part);
            attachAll(part);
        }
    }

    private COSDictionary parentTree() {
        COSArray numbers = new COSArray();
        List<Integer> keys = new ArrayList<>(leadsBack.keySet());
        keys.sort(null);
        for (int key : keys) {
            numbers.add(COSInteger.get(key));
            numbers.add(leadsBack.get(key));
        }
        COSDictionary parentTree = new COSDictionary();
        parentTree.setItem(COSName.NUMS, numbers);
        return parentTree;
    }
}
