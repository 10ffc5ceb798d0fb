package lectomen.engine.print.place;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Places pages on sheets.
 *
 * <p>The printable area is divided into cells of one size, as many as pages go on a sheet; each page is turned and scaled for its
 * cell, and put where the position says. Cells are filled in reading order, also where pages are turned. On a roll a cell is as high as the page that is placed in it.
 */
public final class SheetPlanner {
    private final Placing placing;

    private SheetPlanner(Placing placing) {
        this.placing = placing;
    }

    public static List<Sheet> plan(List<PageSize> pages, Placing placing) {
        return new SheetPlanner(placing).plan(pages);
    }

    /** Counted from the top left. */
    private record Cell(int column, int row) {}

    private record Grid(int across, int down) {
        /** In the order in which they are read with the sheet held so that the pages stand upright. */
        Cell cell(int index, int quarters) {
            return switch (quarters) {
                case 1 -> new Cell(index / down, down - 1 - index % down);
                case 2 -> new Cell(across - 1 - index % across, down - 1 - index / across);
                case 3 -> new Cell(across - 1 - index / down, index % down);
                default -> new Cell(index % across, index / across);
            };
        }
    }

    /** How a page is printed: turned so far, that large. */
    private record Fitting(int quarters, double scale, PageSize size) {}

    private List<Sheet> plan(List<PageSize> pages) {
        List<Integer> order =
                new ArrayList<>(IntStream.range(0, pages.size()).boxed().toList());
        if (placing.reversed()) {
            Collections.reverse(order);
        }
        List<Sheet> sheets = new ArrayList<>();
        for (int from = 0; from < order.size(); from += placing.pagesPerSheet()) {
            List<Integer> on = order.subList(from, Math.min(order.size(), from + placing.pagesPerSheet()));
            sheets.add(sheet(pages, on));
        }
        return sheets;
    }

    private Sheet sheet(List<PageSize> pages, List<Integer> on) {
        Medium medium = placing.medium(on.stream().map(pages::get).toList());
        Margins margins = medium.margins();
        Grid grid = grid(pages.get(on.get(0)), medium);
        double width = medium.printableWidth() / grid.across();
        double height = medium.printableHeight() / grid.down();
        List<Fitting> fittings = on.stream()
                .map(page -> fitting(pages.get(page), width, height, medium.isRoll()))
                .toList();
        double cellHeight = medium.isRoll()
                ? fittings.stream()
                        .mapToDouble(one -> one.size().height())
                        .max()
                        .orElse(0)
                : height;
        double sheetHeight =
                medium.isRoll() ? cellHeight * grid.down() + margins.top() + margins.bottom() : medium.height();
        List<PlacedPage> placed = new ArrayList<>();
        for (int i = 0; i < on.size(); i++) {
            Cell at = grid.cell(i, fittings.get(0).quarters());
            Area cell = new Area(
                    margins.left() + at.column() * width,
                    sheetHeight - margins.top() - (at.row() + 1) * cellHeight,
                    width,
                    cellHeight);
            placed.add(place(on.get(i), fittings.get(i), cell));
        }
        return new Sheet(medium.width(), sheetHeight, placed);
    }

    private PlacedPage place(int page, Fitting fitting, Area cell) {
        PageSize size = fitting.size();
        Area area = new Area(
                cell.left() + (cell.width() - size.width()) * placing.position().across(),
                cell.bottom()
                        + (cell.height() - size.height()) * placing.position().up(),
                size.width(),
                size.height());
        return new PlacedPage(page, area, cell, fitting.quarters(), fitting.scale());
    }

    /** The division that shows the page largest; of equal ones that with the fewest cells. On a roll, cells lie side by side. */
    private Grid grid(PageSize page, Medium medium) {
        int count = placing.pagesPerSheet();
        if (medium.isRoll()) {
            return new Grid(count, 1);
        }
        Grid best = new Grid(1, count);
        double largest = 0;
        for (int across = 1; across <= count; across++) {
            Grid grid = new Grid(across, (count + across - 1) / across);
            double width = medium.printableWidth() / grid.across();
            double height = medium.printableHeight() / grid.down();
            double scale = turns().mapToDouble(quarters -> fit(page.turned(quarters), width, height))
                    .max()
                    .orElse(0);
            boolean better = scale > largest * (1 + 1e-9);
            boolean fewer = scale > largest * (1 - 1e-9) && grid.across() * grid.down() < best.across() * best.down();
            if (better || fewer) {
                best = grid;
                largest = Math.max(largest, scale);
            }
        }
        return best;
    }

    private IntStream turns() {
        return placing.turn() == Turn.TO_FIT
                ? IntStream.of(0, 1)
                : IntStream.of(placing.turn().quarters());
    }

    private Fitting fitting(PageSize page, double width, double height, boolean onRoll) {
        int quarters = placing.turn().quarters();
        if (placing.turn() == Turn.TO_FIT && isBetterTurned(page, width, height, onRoll)) {
            quarters = 1;
        }
        PageSize turned = page.turned(quarters);
        double scale = scale(turned, width, height);
        return new Fitting(quarters, scale, new PageSize(turned.width() * scale, turned.height() * scale));
    }

    /** Where it is printed larger; at the same size, where more of it is shown, and then where it takes less of a roll. */
    private boolean isBetterTurned(PageSize page, double width, double height, boolean onRoll) {
        PageSize turned = page.turned(1);
        double own = scale(page, width, height);
        double other = scale(turned, width, height);
        if (Math.abs(own - other) > 1e-9 * own) {
            return placing.scale() instanceof Scale.Fill ? other < own : other > own;
        }
        double beyond = beyond(page, own, width, height);
        double beyondTurned = beyond(turned, other, width, height);
        if (Math.abs(beyond - beyondTurned) > 1e-6) {
            return beyondTurned < beyond;
        }
        return onRoll && turned.height() < page.height();
    }

    private static double beyond(PageSize page, double scale, double width, double height) {
        return Math.max(0, page.width() * scale - width) + Math.max(0, page.height() * scale - height);
    }

    private double scale(PageSize page, double width, double height) {
        Scale scale = placing.scale();
        double fit = fit(page, width, height);
        if (scale instanceof Scale.Fit) {
            return fit;
        }
        if (scale instanceof Scale.AutoFit) {
            return Math.min(1, fit);
        }
        if (scale instanceof Scale.Fill) {
            return Double.isInfinite(height) ? fit : Math.max(width / page.width(), height / page.height());
        }
        return scale instanceof Scale.Factor factor ? factor.factor() : 1;
    }

    private static double fit(PageSize page, double width, double height) {
        return Math.min(width / page.width(), height / page.height());
    }
}
