package agogic.formats.bring;

import agogic.core.time.Section;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * Several files as one piece: the tracks of each, side by side from the first bar on, in the time of the first. A channel that
 * an earlier file has becomes another one, so that no address is there twice.
 */
public final class Together implements Brought {
    /** What is of the whole piece and no track: that of the first file counts. */
    private static final Set<String> WHOLE = Set.of("tempo", "metre", "sections", "key-signatures");

    private final List<Brought> files;

    /** @param files two or more, the first says the time */
    public Together(List<? extends Brought> files) {
        this.files = List.copyOf(files);
    }

    private static String id(int file, String id) {
        return id.isEmpty() ? "" : (file + 1) + ":" + id;
    }

    /** Of what is left out, what is of one file; of a later one, what is of the whole piece as well. */
    private Set<String> off(int file, Set<String> off) {
        String begin = (file + 1) + ":";
        Set<String> own = off.stream()
                .filter(id -> id.startsWith(begin))
                .map(id -> id.substring(begin.length()))
                .collect(Collectors.toCollection(TreeSet::new));
        if (file > 0) {
            own.addAll(WHOLE);
        }
        return own;
    }

    @Override
    public List<ImportLine> lines() {
        List<ImportLine> not = new ArrayList<>();
        List<ImportLine> taken = new ArrayList<>();
        for (int f = 0; f < files.size(); f++) {
            for (ImportLine line : files.get(f).lines()) {
                String what = files.get(f).title() + ": " + line.what();
                boolean ofTheFirst = f > 0 && WHOLE.contains(line.id());
                if (line.takes() && !ofTheFirst) {
                    taken.add(new ImportLine(id(f, line.id()), what, line.count(), line.becomes()));
                } else {
                    not.add(new ImportLine(
                            "", what, line.count(), ofTheFirst ? "the one of the first file is used" : line.becomes()));
                }
            }
        }
        not.addAll(taken);
        return not;
    }

    @Override
    public List<String> remarks() {
        List<String> all = new ArrayList<>();
        if (files.stream().filter(f -> !(f instanceof AudioBrought)).count() > 1) {
            all.add(
                    "A channel that an earlier file has becomes a free one, as long as there is one; drums stay on 10.");
        }
        files.forEach(f -> f.remarks().forEach(r -> all.add(f.title() + ": " + r)));
        return all;
    }

    @Override
    public int bars() {
        return files.stream().mapToInt(Brought::bars).max().orElse(1);
    }

    @Override
    public String title() {
        return files.get(0).title();
    }

    @Override
    public Timeline timeline(Set<String> off) {
        return files.get(0).timeline(off(0, off));
    }

    @Override
    public List<Section> sections(Set<String> off) {
        return files.get(0).sections(off(0, off));
    }

    @Override
    public void addTo(PieceBuilder piece, Set<String> off) {
        for (int f = 0; f < files.size(); f++) {
            if (f > 0) {
                piece.anotherFile(files.get(f).title());
            }
            files.get(f).addTo(piece, off(f, off));
        }
    }
}
