package agogic.formats.table;

import agogic.core.session.Session;
import agogic.core.time.Section;
import agogic.formats.file.SafeFile;

/** The sections of a piece as a table (RFC 4180). */
public final class SectionTable {
    private SectionTable() {}

    /** {@code seconds,beat,bar,name}: a line for each section, in order. */
    public static SafeFile.Text of(Session session) {
        return text -> {
            text.append("seconds,beat,bar,name\r\n");
            for (Section section : session.sections()) {
                text.append(Double.toString(session.timeline().secondsAt(section.beat())))
                        .append(',');
                text.append(Double.toString(section.beat())).append(',');
                text.append(Table.cell(session.timeline().printBars(section.beat())))
                        .append(',');
                text.append(Table.cell(section.name())).append("\r\n");
            }
        };
    }
}
