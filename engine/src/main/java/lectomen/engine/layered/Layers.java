package lectomen.engine.layered;

import java.awt.image.BufferedImage;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Pixels;
import lectomen.engine.image.Resampling;
import lectomen.engine.prepare.InkMask;
import lectomen.engine.prepare.TextMask;

/**
 * A page as three layered pictures.
 *
 * <p>The mask says in full resolution where there is text or line work. The foreground says in few points what colour it has
 * there, the background what lies between and behind it. Where the other layer covers them, both are filled with what is
 * around, since steps that nobody sees would cost bytes: the mean of what is known spreads from coarse to fine.
 *
 * @param mask one bit per pixel, black where the foreground shows
 * @param foreground in few points
 * @param background in few points
 */
public record Layers(BufferedImage mask, BufferedImage foreground, BufferedImage background) {
    /** Background points for each inch: enough for what is left once text is taken out. */
    private static final double BACKGROUND_DOTS = 100;

    private static final double FOREGROUND_DOTS = 25;

    /** Takes a page apart. */
    public static Layers of(PagePixels page) {
        ColourDepth ink = page.ink() == ColourDepth.COLOUR ? ColourDepth.COLOUR : ColourDepth.GREY;
        PagePixels plain = page.with(Pixels.as(ink, page.image()));
        InkMask mask = TextMask.of(plain);
        return new Layers(
                mask.image(), layer(plain, mask, true, FOREGROUND_DOTS), layer(plain, mask, false, BACKGROUND_DOTS));
    }

    private static BufferedImage layer(PagePixels page, InkMask mask, boolean ofInk, double dots) {
        int width = Math.max(1, (int) Math.round(page.width() * Math.min(1, dots / page.dotsPerInchX())));
        int height = Math.max(1, (int) Math.round(page.height() * Math.min(1, dots / page.dotsPerInchY())));
        Coarse coarse = Coarse.of(page, mask, ofInk, width, height);
        coarse.fill();
        return coarse.image(page.ink());
    }

    /** The page put together again, in full resolution. */
    public BufferedImage together() {
        int width = mask.getWidth();
        int height = mask.getHeight();
        ColourDepth ink = Pixels.inkOf(background);
        int bands = ink == ColourDepth.COLOUR ? 3 : 1;
        BufferedImage page = Resampling.to(background, width, height);
        byte[] bytes = Pixels.bytes(page);
        byte[] above = Pixels.bytes(Resampling.to(foreground, width, height));
        byte[] bits = Pixels.bytes(mask);
        int stride = (width + 7) / 8;
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                if ((bits[y * stride + (x >> 3)] & 0x80 >> (x & 7)) == 0) {
                    System.arraycopy(above, (y * width + x) * bands, bytes, (y * width + x) * bands, bands);
                }
            }
        }
        return page;
    }
}
