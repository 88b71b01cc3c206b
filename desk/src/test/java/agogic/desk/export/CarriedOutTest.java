package agogic.desk.export;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.edit.layer.Layers;
import agogic.core.midi.Wire;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.score.Clip;
import agogic.core.session.Destination;
import agogic.core.session.Points;
import agogic.core.session.Session;
import agogic.core.session.Timing;
import agogic.desk.command.Commands;
import agogic.desk.start.NewPiece;
import agogic.formats.audio.Depth;
import agogic.formats.audio.WavWriter;
import agogic.formats.midi.Fineness;
import agogic.formats.midi.MidiExport;
import agogic.formats.session.SessionFile;
import agogic.formats.table.LaneTables;
import agogic.standins.comet.SlowComet;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import javax.sound.midi.MidiEvent;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.w3c.dom.Document;

/** What is carried out of a piece, read by others: audio by the JDK, pictures by its XML parser, sums by its digest. */
class CarriedOutTest {
    private static final Session PIECE = SlowComet.session();

    @TempDir
    Path folder;

    private static float[] samples(Path file) throws Exception {
        try (AudioInputStream in = AudioSystem.getAudioInputStream(file.toFile())) {
            assertThat(in.getFormat().getSampleRate()).isEqualTo(48_000);
            assertThat(in.getFormat().getChannels()).isEqualTo(2);
            assertThat(in.getFormat().getEncoding()).isEqualTo(AudioFormat.Encoding.PCM_FLOAT);
            ByteBuffer bytes = ByteBuffer.wrap(in.readAllBytes()).order(ByteOrder.LITTLE_ENDIAN);
            float[] all = new float[bytes.remaining() / 4];
            bytes.asFloatBuffer().get(all);
            return all;
        }
    }

    @Test
    void stemsAreTheWholeAndTwiceTheSameBytes() throws Exception {
        AudioOut audio = new AudioOut(PIECE, Depth.FLOAT, 40, 42.5);
        Map<Integer, Path> paths = new TreeMap<>();
        for (int stem = -1; stem < 9; stem++) {
            paths.put(stem, folder.resolve(stem + ".wav"));
        }
        Map<Integer, AudioOut.Told> told = audio.write(paths, Progress.UNSEEN);
        float[] whole = samples(paths.get(-1));
        assertThat(whole).hasSize(2 * 120_000);
        double[] sum = new double[whole.length];
        for (int stem = 0; stem < 9; stem++) {
            float[] one = samples(paths.get(stem));
            for (int i = 0; i < sum.length; i++) {
                sum[i] += one[i];
            }
        }
        double peak = 0;
        for (int i = 0; i < sum.length; i++) {
            assertThat(sum[i]).isCloseTo(whole[i], within(1e-6));
            peak = Math.max(peak, Math.abs(whole[i]));
        }
        assertThat(peak).isGreaterThan(0.01).isCloseTo(told.get(-1).peak(), within(1e-6));
        Path again = folder.resolve("again.wav");
        audio.write(again, -1, Progress.UNSEEN);
        assertThat(Files.readAllBytes(again)).isEqualTo(Files.readAllBytes(paths.get(-1)));
        assertThat(folder.toFile().list()).as("nothing is left beside").hasSize(11);
    }

    /** At another rate it is the same sound: what of it lies below 20 kHz, looked at frame by frame at equal moments. */
    @ParameterizedTest
    @ValueSource(ints = {44_100, 96_000})
    void atAnotherRateItIsTheSameSound(int rate) throws Exception {
        Path usual = folder.resolve("usual.wav");
        Path other = folder.resolve("other.wav");
        new AudioOut(PIECE, Depth.FLOAT, 40, 42).write(usual, -1, Progress.UNSEEN);
        AudioOut.Told told = new AudioOut(PIECE, Depth.FLOAT, rate, 40, 42)
                .write(Map.of(-1, other), Progress.UNSEEN)
                .get(-1);
        assertThat(told.frames()).isEqualTo(2L * rate);
        byte[] bytes = Files.readAllBytes(other);
        ByteBuffer head = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        assertThat(head.getLong(20 + 338))
                .as("where it begins, in its own frames")
                .isEqualTo(40L * rate);
        try (AudioInputStream in = AudioSystem.getAudioInputStream(other.toFile())) {
            assertThat(in.getFormat().getSampleRate()).isEqualTo(rate);
        }
        // Spectra at frequencies that both have, by Goertzel's sum over the same second.
        float[] one = samples(usual);
        float[] two = new float[4 * rate];
        ByteBuffer.wrap(bytes, bytes.length - 16 * rate, 16 * rate)
                .order(ByteOrder.LITTLE_ENDIAN)
                .asFloatBuffer()
                .get(two);
        for (double hertz = 60; hertz < 16_000; hertz *= 1.37) {
            double there = spectrum(one, 48_000, hertz);
            if (there > 1e-5) {
                assertThat(20 * Math.log10(spectrum(two, rate, hertz) / there))
                        .as("%s Hz", hertz)
                        .isCloseTo(0, within(0.1));
            }
        }
    }

    /** How much of a frequency is in the left channel of the middle second, under a Hann window. */
    private static double spectrum(float[] stereo, int rate, double hertz) {
        double re = 0;
        double im = 0;
        for (int i = 0; i < rate; i++) {
            double window = 0.5 - 0.5 * Math.cos(2 * Math.PI * i / rate);
            double at = 2 * Math.PI * hertz * i / rate;
            double sample = window * stereo[2 * (rate / 2 + i)];
            re += sample * Math.cos(at);
            im += sample * Math.sin(at);
        }
        return 4 * Math.hypot(re, im) / rate;
    }

    /** Rounding to 16 bits with two even noises: the error is triangular, within a step and a half, of mean 0 and variance 1/4. */
    @Test
    void sixteenBitsAreDitheredByATriangle() throws Exception {
        int frames = 200_000;
        double[] quiet = new double[frames];
        java.util.Arrays.fill(quiet, 0.3 / 32_767);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        WavWriter writer = new WavWriter(out, 48_000, Depth.SIXTEEN, frames, 96_000, "Dither");
        writer.write(quiet, quiet, frames);
        writer.end();
        byte[] file = out.toByteArray();
        try (AudioInputStream in = AudioSystem.getAudioInputStream(new ByteArrayInputStream(file))) {
            assertThat(in.getFormat().getSampleSizeInBits()).isEqualTo(16);
            ByteBuffer bytes = ByteBuffer.wrap(in.readAllBytes()).order(ByteOrder.LITTLE_ENDIAN);
            double mean = 0;
            double square = 0;
            int n = bytes.remaining() / 2;
            for (int i = 0; i < n; i++) {
                double error = bytes.getShort() - 0.3;
                mean += error / n;
                square += error * error / n;
                assertThat(Math.abs(error)).isLessThanOrEqualTo(1.5);
            }
            assertThat(mean).isCloseTo(0, within(0.01));
            assertThat(square).isCloseTo(0.25, within(0.01));
        }
        // EBU Tech 3285: the sample at which it begins, 338 bytes into the chunk.
        ByteBuffer head = ByteBuffer.wrap(file).order(ByteOrder.LITTLE_ENDIAN);
        assertThat(new String(file, 12, 4, StandardCharsets.US_ASCII)).isEqualTo("bext");
        assertThat(head.getLong(20 + 338)).isEqualTo(96_000);
    }

    @Test
    void whatIsCutIsCountedAndACancelledFileIsNone() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        WavWriter writer = new WavWriter(out, 48_000, Depth.TWENTY_FOUR, 2, 0, "Over");
        writer.write(new double[] {1.5, 0}, new double[] {-2, 1}, 2);
        writer.end();
        assertThat(writer.over()).isEqualTo(2);
        assertThat(writer.peak()).isEqualTo(2);
        Path file = folder.resolve("cancelled.wav");
        assertThatThrownBy(() -> new AudioOut(PIECE, Depth.FLOAT, 0, 60).write(file, -1, part -> {
                    if (part > 0.01) {
                        throw new Progress.Cancelled();
                    }
                }))
                .isInstanceOf(Progress.Cancelled.class);
        assertThat(folder.toFile().list()).isEmpty();
    }

    private static String digest(Path file) throws Exception {
        return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(Files.readAllBytes(file)));
    }

    private static Session brief() {
        Session piece = NewPiece.empty("Slow Comet", 84, 4, 4, 2);
        Target target = new Target(
                piece.devices().get(0).id(),
                piece.devices().get(0).parameters().get(0).id());
        return Points.add(Points.add(piece, target, 1, 0.2), target, 5, 0.8);
    }

    /** Two bars without a surface: there is no sheet to be drawn. */
    private static Session empty() {
        return NewPiece.empty("Empty", 120, 4, 4, 2).withSurfaces(List.of());
    }

    private static HandOver handOver(Session session) {
        Destination.How how = new Destination.How(
                new Destination.Midi("14", false, false, Destination.Content.ALL, true),
                new Destination.Audio("32f", 48_000, false, true),
                new Destination.Picture("svg", true));
        Set<Destination.Part> parts = EnumSet.complementOf(
                EnumSet.of(Destination.Part.STEMS, Destination.Part.MIDI_TRACKS, Destination.Part.MIDI_DEVICES));
        return new HandOver(session, new Destination("Somebody", parts, how, "", ""));
    }

    @Test
    void aFolderHasAllOfItWithTrueSumsAndKeepsWhatDidNotChange() throws Exception {
        Path place = folder.resolve("For the mix");
        HandOver.Told first = handOver(brief()).write(place, Progress.UNSEEN);
        List<String> sums = Files.readAllLines(place.resolve("SHA256SUMS"));
        assertThat(sums).hasSize(first.files() - 1);
        String readme = Files.readString(place.resolve("README.txt"));
        for (String line : sums) {
            String name = line.substring(66);
            assertThat(digest(place.resolve(name))).isEqualTo(line.substring(0, 64));
            boolean named = readme.contains(name) || name.startsWith("tables/");
            assertThat(named).as(name).isTrue();
        }
        assertThat(SessionFile.open(place.resolve("Slow Comet.agogic")).name()).isEqualTo("Slow Comet");
        Document picture = DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(place.resolve("lanes.svg").toFile());
        assertThat(picture.getElementsByTagName("polyline").getLength()).isEqualTo(1);
        // The same again: nothing is written anew. Another name: only what has it.
        assertThat(handOver(brief()).write(place, Progress.UNSEEN).changed()).isEmpty();
        Session other = Timing.section(brief(), 4, "Second bar");
        assertThat(handOver(other).write(place, Progress.UNSEEN).changed())
                .contains("README.txt", "Slow Comet.agogic", "Slow Comet.mid")
                .doesNotContain("Slow Comet.wav", "controls.pdf");
        try (Stream<Path> beside = Files.list(folder)) {
            assertThat(beside).containsExactly(place);
        }
    }

    @Test
    void anEndedFolderIsTheOldOneAndAStrangersFolderIsNotTouched() throws Exception {
        Path place = folder.resolve("out");
        handOver(empty()).write(place, Progress.UNSEEN);
        String before = Files.readString(place.resolve("SHA256SUMS"));
        assertThatThrownBy(() -> handOver(empty().named("Other")).write(place, part -> {
                    throw new Progress.Cancelled();
                }))
                .isInstanceOf(IOException.class);
        assertThat(Files.readString(place.resolve("SHA256SUMS"))).isEqualTo(before);
        // Ended between two moves, the old one lies aside: the next time it is there again.
        Files.move(place, folder.resolve(".out.before"));
        handOver(empty()).write(place, Progress.UNSEEN);
        assertThat(Files.readString(place.resolve("SHA256SUMS"))).isEqualTo(before);
        Path strange = folder.resolve("strange");
        Files.createDirectories(strange);
        Files.writeString(strange.resolve("diary.txt"), "mine");
        assertThatThrownBy(() -> handOver(empty()).write(strange, Progress.UNSEEN))
                .hasMessageContaining("has other files in it");
        assertThat(Files.readString(strange.resolve("diary.txt"))).isEqualTo("mine");
    }

    @Test
    void theCommandWritesAudioTablesAndAPicture() throws Exception {
        Path session = folder.resolve("piece.agogic");
        SessionFile.save(session, Timing.length(PIECE, 20));
        Path wav = folder.resolve("two bars.wav");
        Path tables = folder.resolve("tables");
        Path svg = folder.resolve("lanes.svg");
        int code = Commands.run(
                "export",
                session.toString(),
                "--wav",
                wav.toString(),
                "--from",
                "17",
                "--to",
                "19",
                "--bits",
                "24",
                "--tables",
                tables.toString(),
                "--picture",
                svg.toString(),
                "--light");
        assertThat(code).isZero();
        try (AudioInputStream in = AudioSystem.getAudioInputStream(wav.toFile())) {
            assertThat(in.getFormat().getSampleSizeInBits()).isEqualTo(24);
            assertThat(in.getFrameLength()).isEqualTo(Math.round(2 * 4 * 60 / 84.0 * 48_000));
        }
        List<String> cutoff = Files.readAllLines(tables.resolve("Two-Pole Filter - Cutoff.csv"));
        assertThat(cutoff.get(0)).isEqualTo("seconds,beat,bar,value,unit,shape,amount");
        assertThat(cutoff)
                .hasSize(1 + PIECE.lane(new Target("filter", "cutoff")).points());
        assertThat(cutoff.get(1)).startsWith("0.0,0.0,1.1.00,").contains(",Hz,");
        assertThat(Files.readString(svg)).contains("<title>Slow Comet</title>");
        assertThat(Commands.run("export", session.toString(), "--wav", wav.toString(), "--from", "19", "--to", "17"))
                .isEqualTo(2);
    }

    /** A mode that was left on is no part of the sound. */
    @Test
    void whatIsArmedSoundsAsInRead() throws Exception {
        Session armed = PIECE.withRoutes(
                PIECE.routes().stream().map(r -> r.in(WriteMode.WRITE)).toList());
        Path read = folder.resolve("read.wav");
        Path write = folder.resolve("write.wav");
        new AudioOut(PIECE, Depth.FLOAT, 48, 49).write(read, -1, Progress.UNSEEN);
        new AudioOut(armed, Depth.FLOAT, 48, 49).write(write, -1, Progress.UNSEEN);
        assertThat(Files.readAllBytes(write)).isEqualTo(Files.readAllBytes(read));
    }

    /** The points of a clip's layer lie where the clip is, and the picture shows what is heard of all layers. */
    @Test
    void layersOfClipsLieWhereTheirClipIs() throws Exception {
        Target cutoff = new Target("filter", "cutoff");
        Clip clip = PIECE.trackOf("filter").orElseThrow().clips().get(2);
        Session layered = Layers.add(PIECE, cutoff, clip.id(), true);
        layered = Points.add(layered, cutoff, 1, 1, 0.7);
        StringWriter text = new StringWriter();
        LaneTables.points(layered, layered.lane(cutoff), 1).to(text);
        assertThat(text.toString().split("\r\n")[1].split(",")[1]).isEqualTo(Double.toString(clip.beatOfLayer(1)));
        assertThat(clip.beatOfLayer(1)).isGreaterThanOrEqualTo(clip.beat());
        StringWriter plain = new StringWriter();
        StringWriter picture = new StringWriter();
        SvgPicture.of(PIECE, List.of(PIECE.lane(cutoff)), false).to(plain);
        SvgPicture.of(layered, List.of(layered.lane(cutoff)), false).to(picture);
        assertThat(picture.toString()).isNotEqualTo(plain.toString());
    }

    /** The wire plot against a receiver written apart: a cable gets a status once as long as it stays, from the JDK's events. */
    @ParameterizedTest
    @ValueSource(booleans = {false, true})
    void theWirePlotIsWhatAReceiverCounts(boolean leadIn) throws Exception {
        Session session = PIECE.withLanes(PIECE.lanes().stream()
                .filter(l -> !l.target().device().equals("partial-bank"))
                .toList());
        byte[] bytes = MidiExport.make(
                        session, new MidiExport.How(Fineness.FOURTEEN, Optional.of(Wire.CABLE), leadIn, false))
                .file();
        Sequence sequence = MidiSystem.getSequence(new ByteArrayInputStream(bytes));
        List<MidiEvent> events = new ArrayList<>();
        for (Track track : sequence.getTracks()) {
            for (int i = 0; i < track.size(); i++) {
                if (track.get(i).getMessage() instanceof ShortMessage) {
                    events.add(track.get(i));
                }
            }
        }
        events.sort(Comparator.comparingLong(MidiEvent::getTick));
        // The piece has one tempo, so a tick is always as long.
        double tick = 60 / session.timeline().tempo().points().get(0).bpm() / sequence.getResolution();
        double[] load = WireLoad.of(session, bytes, leadIn);
        double[] counted = new double[load.length];
        int running = -1;
        for (MidiEvent event : events) {
            int length = event.getMessage().getLength();
            int status = event.getMessage().getStatus();
            int at = (int) Math.min(counted.length - 1, event.getTick() * tick);
            counted[at] += status == running ? length - 1 : length;
            running = status;
        }
        double sum = 0;
        for (int i = 0; i < load.length; i++) {
            // What falls on the edge of a second may be in the one before.
            assertThat(load[i]).isCloseTo(counted[i], within(12.0));
            sum += load[i] - counted[i];
            assertThat(load[i]).isLessThanOrEqualTo(1.02 * WireLoad.most());
        }
        assertThat(sum).isCloseTo(0, within(1e-6));
    }
}
