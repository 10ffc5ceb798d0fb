package lectomen.engine.pdf.archive;

import java.io.IOException;
import java.io.OutputStream;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSInteger;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.common.function.PDFunction;

/** The alternate colour of a spot colour. */
final class SpotColour {
    private static final int SAMPLES = 256;

    private SpotColour() {}

    /** A function from the amount of ink to red, green and blue, sampled from one to cyan, magenta, yellow and black. */
    static COSStream asRgb(COSBase toInks) throws IOException {
        PDFunction old = PDFunction.create(toInks);
        byte[] samples = new byte[SAMPLES * 3];
        for (int i = 0; i < SAMPLES; i++) {
            float[] rgb = Inks.rgb(old.eval(new float[] {i / (float) (SAMPLES - 1)}));
            for (int band = 0; band < 3; band++) {
                samples[i * 3 + band] = (byte) Math.round(rgb[band] * 255);
            }
        }
        COSStream function = new COSStream();
        function.setInt(COSName.FUNCTION_TYPE, 0);
        function.setItem(COSName.DOMAIN, numbers(0, 1));
        function.setItem(COSName.RANGE, numbers(0, 1, 0, 1, 0, 1));
        function.setItem(COSName.SIZE, numbers(SAMPLES));
        function.setInt(COSName.BITS_PER_SAMPLE, 8);
        try (OutputStream out = function.createOutputStream(COSName.FLATE_DECODE)) {
            out.write(samples);
        }
        return function;
    }

    private static COSArray numbers(int... values) {
        COSArray array = new COSArray();
        for (int value : values) {
            array.add(COSInteger.get(value));
        }
        return array;
    }
}
