package agogic.formats.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.formats.file.FormatException;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class TableTest {
    @TempDir
    Path folder;

    private Path file(String text) throws IOException {
        return Files.writeString(folder.resolve("t.csv"), text);
    }

    private void refused(String text, Reading reading, String said) throws IOException {
        Path path = file(text);
        assertThatThrownBy(() -> reading.read(path))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining(said);
    }

    @FunctionalInterface
    private interface Reading {
        Object read(Path path) throws IOException;
    }

    /** RFC 4180: lines end with CRLF or LF, cells may stand in quotes, a quote in quotes is doubled; a BOM is no letter. */
    @Test
    void tablesAreReadAsTheRfcSaysThem() throws IOException {
        ByteTable.Entry entry = ByteTable.read(file("\uFEFFseconds,bytes\r\n\"0.5\",\"B0 14 7F\"\r\n\r\n"))
                .get(0);
        assertThat(entry.seconds()).isEqualTo(0.5);
        assertThat(entry.bytes()).containsExactly(0xB0, 0x14, 0x7F);
        assertThat(ByteTable.read(file("Seconds,Bytes\n1,b0147f\n2,E00040"))).hasSize(2);
        RideTable.Moves moves = RideTable.read(file("seconds,value\r\n0,\"0.25\"\r\n1,1\r\n"));
        assertThat(moves.values()).containsExactly(0.25, 1);
        assertThat(moves.counted()).isSameAs(moves.values());
    }

    @Test
    void everyErrorSaysTheFileAndTheLine() throws IOException {
        refused(
                "",
                RideTable::read,
                "t.csv is empty. Expected a first line “seconds,value,counted” or “seconds,value”");
        refused("time,value\n", RideTable::read, "t.csv, line 1: expected “seconds,value,counted”");
        refused("seconds,value\n", RideTable::read, "t.csv has no moves");
        refused(
                "seconds,value\n0,0\n1,x\n",
                RideTable::read,
                "t.csv, line 3: expected a number for “value”, found “x”");
        refused("seconds,value\n0,0\n1,NaN\n", RideTable::read, "line 3: expected a number");
        refused("seconds,value\n1,0\n0,0\n", RideTable::read, "line 3: this move comes before the one above it");
        refused("seconds,value\n1,1.5\n", RideTable::read, "line 2: a value lies between 0 and 1, not at 1.5");
        refused("seconds,value,counted\n1,1,-1\n", RideTable::read, "line 2: a value lies between 0 and 1, not at -1");
        refused("seconds,bytes\n0,B\n", ByteTable::read, "line 2: expected bytes in hexadecimal such as B0 16 40");
        refused("seconds,bytes\n1,B0\n0,B0\n", ByteTable::read, "line 3: these bytes come before those above");
        refused("seconds,value,shape,amount\n", EnvelopeTable::read, "t.csv has no points");
        refused(
                "seconds,value,shape,amount\n1,0,,\n0,0,,\n",
                EnvelopeTable::read,
                "line 3: this point comes before the one above it");
        refused("seconds,value,shape,amount\n1,2,,\n", EnvelopeTable::read, "line 2: a value lies between 0 and 1");
        refused("seconds,value,shape,amount\n1,0,wobble,\n", EnvelopeTable::read, "“wobble” is no shape");
        refused("seconds,value,shape,amount\n1,0,bent,\n", EnvelopeTable::read, "a bent shape needs an amount");
        refused("seconds,value,shape,amount\n1,0,sine,0.5\n", EnvelopeTable::read, "a wave needs 2 numbers");
        refused("seconds,value,shape,amount\n1,0,bent,x\n", EnvelopeTable::read, "expected a number, found “x”");
        assertThatThrownBy(() -> RideTable.read(folder.resolve("none.csv"))).hasMessageContaining("There is no file");
    }

    @Test
    void whatIsNoTextIsNoTable() throws IOException {
        Path path = folder.resolve("t.csv");
        Files.write(path, new byte[] {'s', (byte) 0xC3, (byte) 0x28, '\n'});
        assertThatThrownBy(() -> RideTable.read(path)).isInstanceOf(FormatException.class);
        refused("seconds,value\n\"0,1\n", RideTable::read, "no table of comma-separated values");
    }

    /** Whatever bytes a file holds, reading it gives a table or a message, never another error. */
    @Property(tries = 300)
    void anyBytesGiveATableOrAMessage(@ForAll byte[] bytes) throws IOException {
        Path path = Files.createTempFile("any", ".csv");
        byte[] head = "seconds,value\n".getBytes(StandardCharsets.UTF_8);
        byte[] all = new byte[head.length + bytes.length];
        System.arraycopy(head, 0, all, 0, head.length);
        System.arraycopy(bytes, 0, all, head.length, bytes.length);
        try {
            for (byte[] some : List.of(bytes, all)) {
                Files.write(path, some);
                try {
                    assertThat(RideTable.read(path).seconds()).isNotEmpty();
                } catch (FormatException e) {
                    assertThat(e.getMessage()).contains(".csv");
                }
            }
        } finally {
            Files.delete(path);
        }
    }

    private static Shape anyShape(Random random) {
        Shape whole =
                switch (random.nextInt(7)) {
                    case 0 -> Shape.HOLD;
                    case 1 -> Shape.STRAIGHT;
                    case 2 -> Shape.S;
                    case 3 -> Shape.bent(2 * random.nextDouble() - 1);
                    case 4 -> new Shape(Shape.Kind.SINE, random.nextDouble(), 1 + random.nextInt(9), 0, 0, 1);
                    case 5 -> new Shape(Shape.Kind.SAW, random.nextDouble(), 1 + random.nextInt(9), 0, 0, 1);
                    default -> new Shape(
                            Shape.Kind.PULSE, random.nextDouble(), 2, 0.1 + 0.8 * random.nextDouble(), 0, 1);
                };
        double from = random.nextDouble() * 0.4;
        return random.nextBoolean()
                ? whole
                : new Shape(whole.kind(), whole.amount(), whole.count(), whole.duty(), from, 1 - from);
    }

    @Property(tries = 100)
    void everyEnvelopeReadsBackToTheLastBit(@ForAll long seed, @ForAll boolean inBeats) throws IOException {
        Random random = new Random(seed);
        List<Point> points = new ArrayList<>();
        double time = -random.nextInt(3);
        for (int i = 0; i < 2 + random.nextInt(20); i++) {
            points.add(new Point(time, random.nextDouble(), anyShape(random)));
            time += random.nextInt(4) == 0 ? 0 : random.nextDouble();
        }
        Envelope envelope = Envelope.of(points);
        Path path = Files.createTempFile("envelope", ".csv");
        EnvelopeTable.write(path, envelope, inBeats);
        EnvelopeTable.Read back = EnvelopeTable.read(path);
        Files.delete(path);
        assertThat(back.inBeats()).isEqualTo(inBeats);
        assertThat(back.envelope().size()).isEqualTo(envelope.size());
        for (int i = 0; i < envelope.size(); i++) {
            assertThat(back.envelope().time(i)).isEqualTo(envelope.time(i));
            assertThat(back.envelope().value(i)).isEqualTo(envelope.value(i));
            assertThat(back.envelope().shape(i)).isEqualTo(envelope.shape(i));
        }
    }
}
