package agogic.formats.score;

import agogic.core.text.Text;
import agogic.formats.file.FormatException;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/**
 * Reads XML forward, element by element. No entity is resolved, nothing outside the file is read, and depth, number of
 * elements and length of texts are bounded.
 */
final class Xml implements AutoCloseable {
    private static final int DEEPEST = 64;
    private static final int HEAD = 200;
    private static final long MOST = 30_000_000;
    private static final int LONGEST = 100_000;

    private final String name;
    private final XMLStreamReader reader;
    private int depth;
    private long elements;

    Xml(InputStream in, String name) throws FormatException {
        this.name = name;
        XMLInputFactory factory = XMLInputFactory.newFactory();
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_COALESCING, false);
        // What is wrong is said by what is thrown, and nowhere else.
        factory.setXMLReporter((message, type, about, place) -> {});
        try {
            BufferedInputStream from = new BufferedInputStream(in);
            reader = saysSixteen(from)
                    ? factory.createXMLStreamReader(new InputStreamReader(from, StandardCharsets.UTF_8))
                    : factory.createXMLStreamReader(from);
        } catch (IOException e) {
            throw new FormatException(name + " could not be read: " + e.getMessage(), e);
        } catch (XMLStreamException e) {
            throw broken(e);
        } catch (RuntimeException e) {
            throw broken(new XMLStreamException(e));
        }
    }

    /** True if it says that it is in UTF-16 and is not: its first letters are one byte each. */
    private static boolean saysSixteen(BufferedInputStream in) throws IOException {
        in.mark(HEAD);
        byte[] head = in.readNBytes(HEAD);
        in.reset();
        String first = new String(head, StandardCharsets.ISO_8859_1).toLowerCase(Locale.ROOT);
        int ends = first.indexOf("?>");
        return first.startsWith("<?xml") && ends > 0 && first.substring(0, ends).contains("utf-16");
    }

    /** The next event of the reader, which throws more than it says where a file is damaged. */
    private int step() throws XMLStreamException {
        try {
            return reader.next();
        } catch (RuntimeException e) {
            throw new XMLStreamException(e);
        }
    }

    /** An element: its name, its attributes, and how deep it stands. */
    record Element(String name, Map<String, String> attributes, int depth) {
        String attribute(String key) {
            return attributes.getOrDefault(key, "");
        }
    }

    /** The next element inside {@code parent}, null if there is none more; null as parent for the root. */
    Element next(Element parent) throws FormatException {
        int floor = parent == null ? 0 : parent.depth();
        try {
            while (reader.hasNext()) {
                switch (step()) {
                    case XMLStreamConstants.START_ELEMENT -> {
                        depth++;
                        if (depth > DEEPEST || ++elements > MOST) {
                            throw new FormatException(name
                                    + (depth > DEEPEST
                                            ? " is nested deeper than " + DEEPEST + " elements."
                                            : " has more than " + MOST + " elements."));
                        }
                        if (depth == floor + 1) {
                            Map<String, String> attributes = new HashMap<>();
                            for (int i = 0; i < reader.getAttributeCount(); i++) {
                                attributes.put(reader.getAttributeLocalName(i), reader.getAttributeValue(i));
                            }
                            return new Element(reader.getLocalName(), attributes, depth);
                        }
                    }
                    case XMLStreamConstants.END_ELEMENT -> {
                        depth--;
                        if (depth < floor) {
                            return null;
                        }
                    }
                    case XMLStreamConstants.ENTITY_REFERENCE -> throw new FormatException(
                            name + ", line " + line() + ": entities are not read. Expected plain MusicXML.");
                    default -> {
                        // Texts between elements and remarks say nothing here.
                    }
                }
            }
            return null;
        } catch (XMLStreamException e) {
            throw broken(e);
        }
    }

    /** The text of an element that has no others in it. */
    String text(Element element) throws FormatException {
        StringBuilder text = new StringBuilder();
        try {
            while (reader.hasNext()) {
                switch (step()) {
                    case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA, XMLStreamConstants.SPACE -> {
                        if (text.length() + reader.getTextLength() > LONGEST) {
                            throw new FormatException(
                                    name + ", line " + line() + ": a text is longer than " + LONGEST + " characters.");
                        }
                        text.append(reader.getText());
                    }
                    case XMLStreamConstants.START_ELEMENT -> {
                        depth++;
                        if (depth > DEEPEST) {
                            throw new FormatException(name + " is nested deeper than " + DEEPEST + " elements.");
                        }
                    }
                    case XMLStreamConstants.END_ELEMENT -> {
                        if (depth-- == element.depth()) {
                            return text.toString().strip();
                        }
                    }
                    case XMLStreamConstants.ENTITY_REFERENCE -> throw new FormatException(
                            name + ", line " + line() + ": entities are not read. Expected plain MusicXML.");
                    default -> {
                        // Remarks.
                    }
                }
            }
        } catch (XMLStreamException e) {
            throw broken(e);
        }
        return text.toString().strip();
    }

    /** The number in an element. */
    double number(Element element) throws FormatException {
        String text = text(element);
        Optional<Double> number = Text.number(text).filter(n -> Math.abs(n) < 1e9);
        if (number.isPresent()) {
            return number.get();
        }
        throw new FormatException(name + ", line " + line() + ": expected a number for “" + element.name()
                + "”, found “" + (text.length() > 30 ? text.substring(0, 30) + "…" : text) + "”.");
    }

    int line() {
        return reader.getLocation().getLineNumber();
    }

    FormatException error(String what) {
        return new FormatException(name + ", line " + line() + ": " + what);
    }

    private FormatException broken(XMLStreamException e) {
        int line = e.getLocation() == null ? 1 : e.getLocation().getLineNumber();
        return new FormatException(
                name + ", line " + line + ": it is no whole XML. Expected a score in MusicXML; export it again.", e);
    }

    @Override
    public void close() {
        try {
            reader.close();
        } catch (XMLStreamException e) {
            // What was read is read.
            depth = 0;
        }
    }
}
