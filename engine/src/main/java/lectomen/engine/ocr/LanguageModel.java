package lectomen.engine.ocr;

import java.io.DataInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.Objects;
import java.util.zip.GZIPInputStream;

/**
 * How likely characters follow each other in business documents: sequences of up to five characters with the probability of the
 * last one, made by the trainer. A run that it does not hold falls back to the shorter one at a discount (T. Brants and others,
 * Large language models in machine translation, 2007). It counts for less than what is seen.
 */
final class LanguageModel implements SequenceModel {
    /** How much it counts beside what is seen. */
    private static final double WEIGHT = 0.35;

    private static final int LONGEST = 5;
    private static final double STEP = 0.05;
    private static final double DISCOUNT = Math.log(0.4);
    private static final double UNSEEN = Math.log(1e-6);

    private final long[] slots;
    private final byte[] shares;
    private final int blank;

    private LanguageModel(long[] slots, byte[] shares, int blank) {
        this.slots = slots;
        this.shares = shares;
        this.blank = blank;
    }

    private static final class Holder {
        static final LanguageModel LANGUAGE = load();
    }

    static LanguageModel get() {
        return Holder.LANGUAGE;
    }

    private static LanguageModel load() {
        String name = "language.gz";
        try (InputStream raw = Objects.requireNonNull(LanguageModel.class.getResourceAsStream(name), name);
                DataInputStream in = new DataInputStream(new java.io.BufferedInputStream(new GZIPInputStream(raw)))) {
            int count = in.readInt();
            long[] runs = new long[count];
            long last = 0;
            for (int i = 0; i < count; i++) {
                last += difference(in);
                runs[i] = last;
            }
            byte[] read = new byte[count];
            in.readFully(read);
            int size = Integer.highestOneBit(count * 2 - 1) * 2;
            long[] slots = new long[size];
            byte[] shares = new byte[size];
            for (int i = 0; i < count; i++) {
                int slot = slot(runs[i], size);
                while (slots[slot] != 0) {
                    slot = slot + 1 & size - 1;
                }
                slots[slot] = runs[i];
                shares[slot] = read[i];
            }
            return new LanguageModel(slots, shares, LineNet.get().kind(' '));
        } catch (IOException e) {
            throw new IllegalStateException("The table of signs can't be loaded", e);
        }
    }

    private static long difference(DataInputStream in) throws IOException {
        long value = 0;
        int shift = 0;
        while (true) {
            int part = in.readUnsignedByte();
            value |= (long) (part & 127) << shift;
            if (part < 128) {
                return value;
            }
            shift += 7;
        }
    }

    private static int slot(long run, int size) {
        long mixed = run * 0x9E3779B97F4A7C15L;
        return (int) (mixed >>> 40) & size - 1;
    }

    @Override
    public double next(int[] kinds, int count, int kind) {
        return WEIGHT * log(kinds, count, kind);
    }

    @Override
    public double end(int[] kinds) {
        return WEIGHT * log(kinds, kinds.length, blank);
    }

    private double log(int[] kinds, int count, int kind) {
        double discount = 0;
        for (int before = Math.min(LONGEST - 1, count + 1); before >= 0; before--) {
            long run = kind;
            for (int i = 1; i <= before; i++) {
                int at = count - i;
                run |= (long) (at < 0 ? blank : kinds[at]) << (8 * i);
            }
            int share = findShare(run);
            if (share >= 0) {
                return discount - share * STEP;
            }
            discount += DISCOUNT;
        }
        return UNSEEN;
    }

    private int findShare(long run) {
        int slot = slot(run, slots.length);
        while (slots[slot] != 0) {
            if (slots[slot] == run) {
                return shares[slot] & 0xff;
            }
            slot = slot + 1 & slots.length - 1;
        }
        return -1;
    }
}
