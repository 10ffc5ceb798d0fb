package lectomen.engine.office.docx;

import java.io.IOException;
import java.util.Optional;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.FlowObject;
import lectomen.engine.office.PictureObjects;
import lectomen.engine.office.xml.Xml;
import org.apache.poi.openxml4j.opc.PackageRelationship;
import org.apache.poi.openxml4j.opc.TargetMode;
import org.w3c.dom.Element;

/** Reads the pictures that a part refers to. Those that lie outside the file are not fetched. */
final class Pictures {
    private static final double THOUSANDTH = 100_000;

    private final DocxPackage.Part part;
    private final ContentInventory inventory;

    Pictures(DocxPackage.Part part, ContentInventory inventory) {
        this.part = part;
        this.inventory = inventory;
    }

    FlowObject read(Element pic, double width, double height, String alternative) throws IOException {
        Optional<Element> blip = Xml.find(pic, "blipFill", "blip");
        String id = blip.map(one -> Xml.attribute(one, "embed")).orElse("");
        String linked = blip.map(one -> Xml.attribute(one, "link")).orElse("");
        FlowObject.Crop crop = Xml.find(pic, "blipFill", "srcRect")
                .map(one -> new FlowObject.Crop(share(one, "l"), share(one, "t"), share(one, "r"), share(one, "b")))
                .orElse(FlowObject.Crop.NONE);
        double degrees = Xml.find(pic, "spPr", "xfrm").map(Drawings::degrees).orElse(0.0);
        String says = !alternative.isBlank()
                ? alternative
                : Xml.find(pic, "nvPicPr", "cNvPr")
                        .map(one -> Xml.attribute(one, "descr"))
                        .orElse("");
        return read(id.isEmpty() ? linked : id, width, height, crop, degrees, says);
    }

    private static double share(Element of, String name) {
        return Math.max(0, Math.min(0.99, Xml.number(of, name).orElse(0) / THOUSANDTH));
    }

    FlowObject read(String id, double width, double height, FlowObject.Crop crop, double degrees, String alternative)
            throws IOException {
        inventory.found(ContentInventory.Kind.PICTURE);
        Optional<PackageRelationship> to = part.findRelationship(id);
        if (to.isPresent() && to.get().getTargetMode() == TargetMode.EXTERNAL) {
            inventory.leaveOut(ContentInventory.Kind.PICTURE, ContentInventory.Why.OUTSIDE, "");
            return new FlowObject.Gap(width, height, alternative);
        }
        Optional<byte[]> bytes = to.isPresent() ? part.findBytes(id) : Optional.empty();
        if (bytes.isEmpty()) {
            inventory.leaveOut(ContentInventory.Kind.PICTURE, ContentInventory.Why.MISSING, "");
            return new FlowObject.Gap(width, height, alternative);
        }
        return PictureObjects.of(bytes.get(), width, height, crop, degrees, alternative, inventory);
    }
}
