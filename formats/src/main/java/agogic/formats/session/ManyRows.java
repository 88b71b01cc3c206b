package agogic.formats.session;

import agogic.formats.file.Ascii;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.databind.JsonSerializable;
import com.fasterxml.jackson.databind.SerializerProvider;
import com.fasterxml.jackson.databind.jsontype.TypeSerializer;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;

/** A long list of short lists, written as text when its turn has come: the same letters that a tree of it would give. */
final class ManyRows extends JsonSerializable.Base {
    private static final int PART = 8_000;

    private final int rows;
    private final Maker maker;

    /** Writes the values of one row. */
    @FunctionalInterface
    interface Maker {
        void make(int i, Row row);
    }

    /** So many rows. */
    ManyRows(int rows, Maker maker) {
        this.rows = rows;
        this.maker = maker;
    }

    /** Where a row is written. */
    static final class Row {
        private final Ascii text = new Ascii(PART + 400);
        private final boolean pretty;
        private boolean first = true;

        private Row(boolean pretty) {
            this.pretty = pretty;
        }

        private Ascii next() {
            if (!first) {
                text.put(',');
            }
            first = false;
            return space();
        }

        private Ascii space() {
            return pretty ? text.put(' ') : text;
        }

        void number(double value) {
            next().put(value);
        }

        void whole(int value) {
            next().put(value);
        }

        void flag(boolean value) {
            next().put(value ? "true" : "false");
        }

        /** A word of letters that need no escape. */
        void word(String word) {
            next().put('"').put(word).put('"');
        }

        void open() {
            next().put('[');
            first = true;
        }

        void close() {
            // Pretty, an empty list has a space within.
            space().put(']');
            first = false;
        }
    }

    @Override
    public void serialize(JsonGenerator to, SerializerProvider with) throws IOException {
        Row row = new Row(to.getPrettyPrinter() != null);
        to.writeRawValue("[");
        for (int i = 0; i < rows; i++) {
            row.first = i == 0;
            row.open();
            maker.make(i, row);
            row.close();
            if (row.text.size() > PART) {
                write(to, row.text);
            }
        }
        row.close();
        write(to, row.text);
    }

    /** As bytes where it becomes bytes, else as letters. */
    private static void write(JsonGenerator to, Ascii text) throws IOException {
        if (to.getOutputTarget() instanceof OutputStream out) {
            to.flush();
            text.to(out);
        } else {
            to.writeRaw(new String(text.bytes(), StandardCharsets.US_ASCII));
            text.clear();
        }
    }

    @Override
    public void serializeWithType(JsonGenerator to, SerializerProvider with, TypeSerializer type) throws IOException {
        serialize(to, with);
    }
}
