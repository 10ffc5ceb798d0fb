package lectomen.engine.typeset;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.FlowDocument;
import lectomen.engine.flow.FlowObject;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.font.Chosen;
import lectomen.engine.font.FontBook;

/** What all parts of a document are set with, and what is noted meanwhile. */
final class Setting {
    private static final int MOST_MISSING = 200;

    private final FontBook book;
    private final FlowDocument.Settings settings;
    private final Map<Formatting, ResolvedFormatting> types = new HashMap<>();
    private final Map<String, Typeset.StandIn> standIns = new LinkedHashMap<>();
    private final TreeSet<Integer> missing = new TreeSet<>();
    private final IdentityHashMap<Object, ContentInventory.Kind> known = new IdentityHashMap<>();
    private final Map<ContentInventory.Kind, Integer> drawn = new EnumMap<>(ContentInventory.Kind.class);

    Setting(FontBook book, FlowDocument.Settings settings) {
        this.book = book;
        this.settings = settings;
    }

    FlowDocument.Settings settings() {
        return settings;
    }

    ResolvedFormatting type(Formatting look) {
        return types.computeIfAbsent(look, this::made);
    }

    private ResolvedFormatting made(Formatting look) {
        String font = look.get(FormatProperty.FONT);
        Chosen chosen = book.choose(
                font,
                look.get(FormatProperty.FONT_KIND),
                look.get(FormatProperty.BOLD),
                look.get(FormatProperty.ITALIC));
        if (chosen.fit() != Chosen.Fit.ITSELF) {
            standIns.putIfAbsent(
                    font, new Typeset.StandIn(font, chosen.face().family(), chosen.fit() == Chosen.Fit.SAME_WIDTHS));
        }
        return ResolvedFormatting.of(look, chosen.face());
    }

    /** Notes that it is drawn; once, however often it is set or stands on pages. */
    void drawn(ContentInventory.Kind kind, Object element) {
        if (known.put(element, kind) == null) {
            drawn.merge(kind, 1, Integer::sum);
        }
    }

    /** The place of what is left out is no drawing of it. */
    void drawn(FlowObject thing, Object element) {
        if (thing instanceof FlowObject.Picture) {
            drawn(ContentInventory.Kind.PICTURE, element);
        } else if (thing instanceof FlowObject.Shape shape) {
            drawn(shape.blocks().isEmpty() ? ContentInventory.Kind.SHAPE : ContentInventory.Kind.TEXT_BOX, element);
        }
    }

    /** Notes that a copy of what was drawn is not one more. */
    void drawnAgain(ContentInventory.Kind kind, Object element, Object copy) {
        drawn(kind, element);
        known.put(copy, kind);
    }

    void missing(int sign) {
        if (missing.size() < MOST_MISSING) {
            missing.add(sign);
        }
    }

    Map<ContentInventory.Kind, Integer> allDrawn() {
        return drawn;
    }

    List<Typeset.StandIn> standIns() {
        return new ArrayList<>(standIns.values());
    }

    List<Integer> missingSigns() {
        return new ArrayList<>(missing);
    }
}
