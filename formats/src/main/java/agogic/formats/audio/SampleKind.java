package agogic.formats.audio;

import java.nio.ByteBuffer;
import java.util.Optional;

/** How one sample lies in a file. */
enum SampleKind {
    /** Whole numbers of 8 bit around 128 (WAV). */
    UNSIGNED_8(1) {
        @Override
        float at(ByteBuffer bytes, int at) {
            return ((bytes.get(at) & 0xFF) - 128) / 128f;
        }
    },
    SIGNED_8(1) {
        @Override
        float at(ByteBuffer bytes, int at) {
            return bytes.get(at) / 128f;
        }
    },
    SIGNED_16(2) {
        @Override
        float at(ByteBuffer bytes, int at) {
            return bytes.getShort(at) / 32_768f;
        }
    },
    SIGNED_24(3) {
        @Override
        float at(ByteBuffer bytes, int at) {
            boolean little = bytes.order() == java.nio.ByteOrder.LITTLE_ENDIAN;
            int high = bytes.get(little ? at + 2 : at);
            int middle = bytes.get(at + 1) & 0xFF;
            int low = bytes.get(little ? at : at + 2) & 0xFF;
            return (high << 16 | middle << 8 | low) / 8_388_608f;
        }
    },
    SIGNED_32(4) {
        @Override
        float at(ByteBuffer bytes, int at) {
            return (float) (bytes.getInt(at) / 2_147_483_648.0);
        }
    },
    FLOAT_32(4) {
        @Override
        float at(ByteBuffer bytes, int at) {
            return sound(bytes.getFloat(at));
        }
    },
    FLOAT_64(8) {
        @Override
        float at(ByteBuffer bytes, int at) {
            return sound((float) bytes.getDouble(at));
        }
    };

    private static final float GREATEST = 1_000;

    private final int bytes;

    SampleKind(int bytes) {
        this.bytes = bytes;
    }

    int bytes() {
        return bytes;
    }

    /** The sample that begins at byte {@code at}, 1 being full scale. */
    abstract float at(ByteBuffer bytes, int at);

    /** What is no number, or no sound at all, is silence: one such sample would end all sound behind a filter. */
    private static float sound(float value) {
        return Math.abs(value) <= GREATEST ? value : 0;
    }

    /** Whole numbers of so many bits, which lie in whole bytes. */
    static Optional<SampleKind> whole(int bits, boolean signed8) {
        return switch ((bits + 7) / 8) {
            case 1 -> bits < 1 ? Optional.empty() : Optional.of(signed8 ? SIGNED_8 : UNSIGNED_8);
            case 2 -> Optional.of(SIGNED_16);
            case 3 -> Optional.of(SIGNED_24);
            case 4 -> Optional.of(SIGNED_32);
            default -> Optional.empty();
        };
    }

    /** Floating point numbers of so many bits. */
    static Optional<SampleKind> floating(int bits) {
        return bits == 32 ? Optional.of(FLOAT_32) : bits == 64 ? Optional.of(FLOAT_64) : Optional.empty();
    }
}
