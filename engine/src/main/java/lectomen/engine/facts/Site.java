package lectomen.engine.facts;

import java.time.ZoneId;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import lectomen.engine.lookup.LookupRef;
import lectomen.engine.schedule.WorkCalendar;

/**
 * The settings that differ from one installation to the next.
 *
 * @param parameters the values of names in braces, such as {@code {inbox}}
 * @param connections the names of all places that rules may file to
 * @param lookups the tables that rules may use, by name
 * @param calendar its working days
 * @param mail the names of connections that mails are sent by
 * @param web the names of connections to systems that are called over HTTP
 * @param printers what jobs are called at printers unless a rule says otherwise, as patterns by connection; an empty one for the name of the document
 */
public record Site(
        Map<String, String> parameters,
        Set<String> connections,
        Locale locale,
        ZoneId zone,
        Map<String, LookupRef> lookups,
        WorkCalendar calendar,
        Set<String> mail,
        Set<String> web,
        Map<String, String> printers) {
    public Site {
        parameters = Map.copyOf(parameters);
        connections = Set.copyOf(connections);
        lookups = Map.copyOf(lookups);
        mail = Set.copyOf(mail);
        web = Set.copyOf(web);
        printers = Map.copyOf(printers);
    }

    public Site(Map<String, String> parameters, Set<String> connections, Locale locale, ZoneId zone) {
        this(parameters, connections, locale, zone, Map.of());
    }

    public Site(
            Map<String, String> parameters,
            Set<String> connections,
            Locale locale,
            ZoneId zone,
            Map<String, LookupRef> lookups) {
        this(parameters, connections, locale, zone, lookups, WorkCalendar.USUAL, Set.of(), Set.of(), Map.of());
    }

    /** The same with another calendar. */
    public Site with(WorkCalendar days) {
        return new Site(parameters, connections, locale, zone, lookups, days, mail, web, printers);
    }

    /** The same with these parameters besides its own, and before them. */
    public Site withParameters(Map<String, String> more) {
        Map<String, String> all = new TreeMap<>(parameters);
        all.putAll(more);
        return new Site(all, connections, locale, zone, lookups, calendar, mail, web, printers);
    }

    /** The same with these connections that mails are sent by. */
    public Site withMail(Set<String> names) {
        return new Site(parameters, connections, locale, zone, lookups, calendar, names, web, printers);
    }

    /** The same with these connections to systems that are called. */
    public Site withWeb(Set<String> names) {
        return new Site(parameters, connections, locale, zone, lookups, calendar, mail, names, printers);
    }

    /** The same with these connections to printers. @param jobNames by connection */
    public Site withPrinters(Map<String, String> jobNames) {
        return new Site(parameters, connections, locale, zone, lookups, calendar, mail, web, jobNames);
    }

    /** The same with these tables. */
    public Site with(Map<String, LookupRef> tables) {
        return new Site(parameters, connections, locale, zone, tables, calendar, mail, web, printers);
    }
}
