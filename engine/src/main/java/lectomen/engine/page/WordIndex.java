package lectomen.engine.page;

import java.util.ArrayList;
import java.util.List;

/**
 * Every word of a document by its letters and digits, so that labels are found without scanning all words.
 *
 * <p>A document is often asked for no more than ten labels, so building must cost little: words are chained by hash in two
 * arrays of numbers, nothing is copied, and only what a question meets is compared. Built from the last word to the first, so
 * that a chain is in reading order.
 */
final class WordIndex {
    private final Page[] pages;
    private final Line[] lines;
    private final int[] places;
    private final int[] hashes;

    /** By the last bits of the hash, the first word of the chain, plus one; 0 for none. */
    private final int[] first;

    private final int[] next;

    private WordIndex(int words) {
        pages = new Page[words];
        lines = new Line[words];
        places = new int[words];
        hashes = new int[words];
        next = new int[words];
        first = new int[Math.max(16, Integer.highestOneBit(Math.max(1, words)) << 1)];
    }

    static WordIndex of(List<Page> pages) {
        int words = 0;
        for (Page page : pages) {
            for (Line line : page.lines()) {
                words += line.words().size();
            }
        }
        WordIndex index = new WordIndex(words);
        for (int p = pages.size() - 1; p >= 0; p--) {
            Page page = pages.get(p);
            for (int l = page.lines().size() - 1; l >= 0; l--) {
                Line line = page.lines().get(l);
                for (int at = line.words().size() - 1; at >= 0; at--) {
                    index.put(--words, page, line, at);
                }
            }
        }
        return index;
    }

    private void put(int word, Page page, Line line, int at) {
        int hash = ComparableText.hashOfBare(line.words().get(at).text());
        pages[word] = page;
        lines[word] = line;
        places[word] = at;
        hashes[word] = hash;
        int chain = chain(hash);
        next[word] = first[chain];
        first[chain] = word + 1;
    }

    private int chain(int hash) {
        return (hash ^ (hash >>> 15)) & (first.length - 1);
    }

    /** Where words stand that are these one after the other in a line, in reading order. */
    List<DocumentText.Place> find(List<String> bare) {
        List<DocumentText.Place> found = new ArrayList<>();
        int hash = bare.get(0).hashCode();
        for (int word = first[chain(hash)] - 1; word >= 0; word = next[word] - 1) {
            if (hashes[word] == hash && ComparableText.standAt(lines[word], places[word], bare)) {
                found.add(new DocumentText.Place(pages[word], lines[word], places[word]));
            }
        }
        return found;
    }
}
