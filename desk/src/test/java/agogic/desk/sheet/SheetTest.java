package agogic.desk.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.assign.Assigning;
import agogic.core.assign.Assignment;
import agogic.core.route.Hand;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.surface.Surface;
import agogic.standins.comet.SlowComet;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.List;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;

class SheetTest {
    private static String text(byte[] pdf, int page) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            PDFTextStripper reader = new PDFTextStripper();
            reader.setSortByPosition(true);
            reader.setStartPage(page);
            reader.setEndPage(page == 0 ? document.getNumberOfPages() : page);
            return reader.getText(document).replaceAll("\\s+", " ");
        }
    }

    @Test
    void eachPageSaysWhatItsControlsDoWithRangesInUnits() throws IOException {
        byte[] pdf = Sheet.pdf(SlowComet.score());
        String glass = text(pdf, 1);
        assertThat(glass)
                .contains("North Eight · page Glass")
                .contains("Fader 1 CC 20 · ch 1 Two-Pole Filter · Cutoff 180 Hz 6.2 kHz at once")
                .contains("Macro · Afterglow (4 members)")
                .contains("Drone Pair · Width 100 % 20 %")
                .contains("Dome Panner 5 · Azimuth keeps its distance")
                .contains("page Comets")
                .doesNotContain("Turns to page Com…")
                .doesNotContain("Elevation");
        assertThat(text(pdf, 2))
                .contains("North Eight · page Comets")
                .contains("Fader 5 CC 24 · ch 1 Dome Panner 5 · Elevation 0° 80° when they meet")
                .doesNotContain("Two-Pole Filter");
        assertThat(text(pdf, 3)).contains("Breath & Ribbon").contains("Ribbon").contains("−30 ct");
    }

    /** However much a control does, every assignment is on paper: pages are added as needed. */
    @Test
    void nothingIsDroppedWhereThereIsMuch() throws IOException {
        Session session = SlowComet.score();
        List<Target> many = session.device("partial-bank").parameters().stream()
                .filter(p -> !p.reserved())
                .limit(90)
                .map(p -> new Target("partial-bank", p.id()))
                .toList();
        for (Target target : many) {
            session = Assigning.connect(session, new Hand("north-eight", "fader-6", 1), target, Assigning.How.ADD);
        }
        String all = text(Sheet.pdf(session), 0);
        assertThat(all).contains("North Eight · page Glass, continued").contains("and 86 more below");
        Surface north = session.surface("north-eight");
        for (Assignment one : Assignment.of(session, north, north.find("fader-6"))) {
            assertThat(all).contains(one.does());
        }
    }

    @Test
    void thePictureShowsTheSamePage() throws IOException {
        List<byte[]> pictures = Sheet.pictures(Sheet.pdf(SlowComet.score()));
        assertThat(pictures).hasSize(3);
        BufferedImage first = ImageIO.read(new ByteArrayInputStream(pictures.get(0)));
        // A4 across, 297 by 210 mm, at 150 dots an inch.
        assertThat(first.getWidth()).isEqualTo(1753);
        assertThat(first.getHeight()).isEqualTo(1240);
        int dark = 0;
        for (int x = 0; x < first.getWidth(); x += 2) {
            for (int y = 0; y < first.getHeight(); y += 2) {
                dark += (first.getRGB(x, y) & 0xFF) < 128 ? 1 : 0;
            }
        }
        assertThat(dark).as("something is written on it").isGreaterThan(3_000);
    }

    @Test
    void namesInAnyScriptAreSeenToBeThere() throws IOException {
        Session session = SlowComet.score();
        Surface north = session.surface("north-eight");
        session = session.with(north.with(north.find("fader-1").named("Füllе 音 Regler")));
        assertThat(text(Sheet.pdf(session), 1)).contains("Füll").contains("Regler");
    }

    @Test
    void withoutASurfaceThereIsNothingToPrint() {
        Session none = SlowComet.score().withRoutes(List.of()).withSurfaces(List.of());
        assertThatThrownBy(() -> Sheet.pdf(none)).hasMessageContaining("nothing to print");
    }
}
