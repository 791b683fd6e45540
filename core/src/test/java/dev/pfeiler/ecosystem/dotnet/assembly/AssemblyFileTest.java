package dev.pfeiler.ecosystem.dotnet.assembly;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Assemblies, by their metadata. */
class AssemblyFileTest {
    private static final Path TIDES = Path.of("../demo/pilotroster/lib/Haldervik.Tides.dll");

    @Test
    void saysWhatIsInIt() throws IOException {
        AssemblyFile file = AssemblyFile.read(Files.readAllBytes(TIDES));
        assertThat(file.name()).isEqualTo("Haldervik.Tides");
        assertThat(file.version()).isEqualTo("2.1.0.0");
        assertThat(file.token()).isEmpty();
        assertThat(file.references()).containsOnlyKeys("mscorlib").containsEntry("mscorlib", "4.0.0.0");
        assertThat(file.types()).containsOnlyKeys("Haldervik.Tides.Sill");
        assertThat(file.types().get("Haldervik.Tides.Sill")).containsExactly("IsOpen(int): bool");
        assertThat(file.resources()).isEmpty();
        assertThat(file.entry()).isEmpty();
    }

    @Test
    void damagedFilesAreRefused() throws IOException {
        byte[] sound = Files.readAllBytes(TIDES);
        for (int length : new int[] {0, 1, 63, 200, 600})
            assertThatThrownBy(() -> AssemblyFile.read(Arrays.copyOf(sound, length)))
                    .isInstanceOf(IOException.class);
        for (int turn = 0; turn < 400; turn++) {
            Random random = new Random(turn);
            byte[] damaged = sound.clone();
            for (int i = 0; i < 8; i++) damaged[random.nextInt(damaged.length)] = (byte) random.nextInt();
            try {
                assertThat(AssemblyFile.read(damaged).name()).isNotNull();
            } catch (IOException e) {
                assertThat(e).hasMessageNotContaining("null");
            }
        }
    }
}
