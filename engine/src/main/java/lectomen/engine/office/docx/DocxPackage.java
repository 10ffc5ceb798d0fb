package lectomen.engine.office.docx;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.office.xml.Xml;
import org.apache.poi.openxml4j.exceptions.InvalidFormatException;
import org.apache.poi.openxml4j.opc.OPCPackage;
import org.apache.poi.openxml4j.opc.PackagePart;
import org.apache.poi.openxml4j.opc.PackageRelationship;
import org.apache.poi.openxml4j.opc.PackagingURIHelper;
import org.apache.poi.openxml4j.opc.TargetMode;
import org.w3c.dom.Element;

/** The parts of a file and how they refer to each other (ISO/IEC 29500-2). */
final class DocxPackage {
    private static final long MOST_PICTURE_BYTES = 128L * 1024 * 1024;

    private final OPCPackage file;

    DocxPackage(OPCPackage file) {
        this.file = file;
    }

    OPCPackage file() {
        return file;
    }

    /** A part with the others that it refers to. */
    final class Part {
        private final PackagePart part;
        private final Map<String, Optional<byte[]>> bytes = new HashMap<>();

        private Part(PackagePart part) {
            this.part = part;
        }

        /** @throws IOException if it is no XML */
        Element root() throws IOException {
            try (InputStream in = part.getInputStream()) {
                return Xml.read(in);
            }
        }

        /** What a relationship leads to. */
        Optional<PackageRelationship> findRelationship(String id) {
            return id.isEmpty() ? Optional.empty() : Optional.ofNullable(part.getRelationship(id));
        }

        /** The first part of a kind, by the last word of its kind's name. */
        Optional<Part> find(String kind) throws IOException {
            try {
                for (PackageRelationship one : part.getRelationships()) {
                    if (one.getRelationshipType().endsWith("/" + kind) && one.getTargetMode() != TargetMode.EXTERNAL) {
                        return find(one);
                    }
                }
                return Optional.empty();
            } catch (InvalidFormatException e) {
                throw new IOException(String.valueOf(e.getMessage()), e);
            }
        }

        Optional<Part> findById(String id) throws IOException {
            Optional<PackageRelationship> to = findRelationship(id);
            return to.isPresent() && to.get().getTargetMode() != TargetMode.EXTERNAL
                    ? find(to.get())
                    : Optional.empty();
        }

        private Optional<Part> find(PackageRelationship to) throws IOException {
            try {
                URI target = to.getTargetURI();
                PackagePart found = file.getPart(PackagingURIHelper.createPartName(target));
                return Optional.ofNullable(found).map(Part::new);
            } catch (InvalidFormatException e) {
                return Optional.empty();
            }
        }

        Iterable<PackageRelationship> relationships() throws IOException {
            try {
                return part.getRelationships();
            } catch (InvalidFormatException e) {
                throw new IOException(String.valueOf(e.getMessage()), e);
            }
        }

        /** The bytes of a picture; empty where the part is not there. @throws IOException if it can't be unpacked */
        Optional<byte[]> findBytes(String id) throws IOException {
            Optional<byte[]> known = bytes.get(id);
            if (known == null) {
                Optional<Part> found = findById(id);
                known = Optional.empty();
                if (found.isPresent() && found.get().part.getSize() <= MOST_PICTURE_BYTES) {
                    try (InputStream in = found.get().part.getInputStream()) {
                        known = Optional.of(in.readAllBytes());
                    }
                }
                bytes.put(id, known);
            }
            return known;
        }

        String contentType() {
            return part.getContentType();
        }
    }

    /** The document itself. @throws IOException if there is none */
    Part main() throws IOException {
        for (PackageRelationship one : file.getRelationships()) {
            if (one.getRelationshipType().endsWith("/officeDocument")) {
                PackagePart part = file.getPart(one);
                if (part != null) {
                    return new Part(part);
                }
            }
        }
        throw new IOException("it has no document part");
    }
}
