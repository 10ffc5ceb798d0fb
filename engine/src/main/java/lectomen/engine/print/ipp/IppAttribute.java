package lectomen.engine.print.ipp;

import java.util.List;

/** An attribute with its values, one or several. */
public record IppAttribute(String name, List<IppValue> values) {
    public IppAttribute {
        values = List.copyOf(values);
        if (name.isEmpty() || values.isEmpty()) {
            throw new IllegalArgumentException("An attribute has a name and at least one value");
        }
    }

    public static IppAttribute of(String name, IppValue... values) {
        return new IppAttribute(name, List.of(values));
    }

    /** One with characters, such as a keyword. */
    public static IppAttribute of(String name, IppTag tag, String... texts) {
        return new IppAttribute(
                name,
                List.of(texts).stream()
                        .map(text -> (IppValue) new IppValue.Text(tag, text))
                        .toList());
    }

    public IppValue first() {
        return values.get(0);
    }
}
