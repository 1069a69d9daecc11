package gavlin.core.jpeg;

import java.util.ArrayList;
import java.util.List;

/**
 * The scan that tells the first cosine of every block, of all components in turn (T.81 G.1.2.1): each as its difference from the one
 * before. Brightness has a code of its own.
 */
final class DcScan {
    private final List<Component> components;
    private final List<Tokens> tokens = new ArrayList<>();

    DcScan(List<Component> components, List<Rounded> rounded) {
        this.components = components;
        components.forEach(component -> tokens.add(new Tokens()));
        int[] before = new int[components.size()];
        forEachBlock((component, block) -> {
            // Beyond the picture nothing changes.
            int value = block < 0 ? before[component] : rounded.get(component).first[block];
            int difference = value - before[component];
            before[component] = value;
            int bits = 32 - Integer.numberOfLeadingZeros(Math.abs(difference));
            tokens.get(component).symbol(bits, bits, difference < 0 ? difference - 1 : difference);
        });
    }

    private interface Visitor {
        /** @param block its number, −1 beyond the picture */
        void visit(int component, int block);
    }

    /** In the file's order: as many blocks of each component as stand for the same square of the picture. */
    private void forEachBlock(Visitor visitor) {
        Component last = components.get(components.size() - 1);
        int unitsAcross = last.blocksAcross;
        int unitsDown = last.blocksDown;
        for (int unit = 0; unit < unitsAcross * unitsDown; unit++) {
            for (int i = 0; i < components.size(); i++) {
                Component one = components.get(i);
                int across = last.across / one.across;
                int down = last.down / one.down;
                for (int k = 0; k < across * down; k++) {
                    int x = unit % unitsAcross * across + k % across;
                    int y = unit / unitsAcross * down + k / across;
                    visitor.visit(i, x < one.blocksAcross && y < one.blocksDown ? y * one.blocksAcross + x : -1);
                }
            }
        }
    }

    void write(Output out) {
        List<HuffmanCode> codes = codes();
        int count = components.size();
        for (int table = 0; table < Math.min(2, count); table++) {
            out.marker(JpegEncoder.CODES);
            out.pair(2 + codes.get(table).tableBytes());
            codes.get(table).writeTable(table, out);
        }
        int[] body = new int[4 + 2 * count];
        body[0] = count;
        for (int i = 0; i < count; i++) {
            body[1 + 2 * i] = i + 1;
            body[2 + 2 * i] = Math.min(i, 1) << 4;
        }
        JpegEncoder.segment(out, JpegEncoder.SCAN, body);
        int[] next = new int[count];
        forEachBlock((component, block) ->
                tokens.get(component).writeOne(next[component]++, codes.get(Math.min(component, 1)), out));
        out.endBits();
    }

    /** One for brightness, one for both colours. */
    private List<HuffmanCode> codes() {
        List<HuffmanCode> codes = new ArrayList<>();
        codes.add(new HuffmanCode(tokens.get(0).counts()));
        if (components.size() == 3) {
            int[] both = tokens.get(1).counts().clone();
            for (int symbol = 0; symbol < both.length; symbol++) {
                both[symbol] += tokens.get(2).counts()[symbol];
            }
            codes.add(new HuffmanCode(both));
        }
        return codes;
    }
}
