package dev.pfeiler;

import dev.pfeiler.ecosystem.go.module.ModulePath;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** A folder laid out like a module proxy. */
public record ModuleFolder(Path folder) {
    public String address() {
        return folder.toUri().toString();
    }

    /**
     * Publishes a version.
     *
     * @param descriptor lines behind the module's own
     * @param files paths and contents in turn
     */
    public ModuleFolder publish(String module, String version, String descriptor, String... files) throws IOException {
        Path versions = Files.createDirectories(
                folder.resolve(ModulePath.escaped(module)).resolve("@v"));
        Map<String, String> all = new LinkedHashMap<>();
        all.put("go.mod", "module " + module + "\n" + descriptor);
        for (int i = 0; i < files.length; i += 2) all.put(files[i], files[i + 1]);
        Files.writeString(versions.resolve(version + ".mod"), all.get("go.mod"));
        Files.writeString(
                versions.resolve(version + ".info"),
                "{\"Version\":\"" + version + "\",\"Time\":\"2022-01-01T00:00:00Z\"}");
        Files.writeString(
                versions.resolve("list"), version + "\n", StandardOpenOption.CREATE, StandardOpenOption.APPEND);
        try (OutputStream out = Files.newOutputStream(versions.resolve(version + ".zip"));
                ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, String> file : all.entrySet()) {
                zip.putNextEntry(new ZipEntry(module + "@" + version + "/" + file.getKey()));
                zip.write(file.getValue().getBytes(StandardCharsets.UTF_8));
            }
        }
        return this;
    }
}
