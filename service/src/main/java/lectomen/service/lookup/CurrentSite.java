package lectomen.service.lookup;

import java.util.function.Supplier;
import lectomen.engine.facts.Site;

/** The current site: its settings and the latest lookups. */
public final class CurrentSite implements Supplier<Site> {
    private final Site settings;
    private final LookupTables tables;

    public CurrentSite(Site settings, LookupTables tables) {
        this.settings = settings;
        this.tables = tables;
    }

    @Override
    public Site get() {
        return settings.with(tables.refs());
    }
}
