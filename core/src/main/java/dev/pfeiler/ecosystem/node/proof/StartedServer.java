package dev.pfeiler.ecosystem.node.proof;

import dev.pfeiler.process.RunningProgram;
import dev.pfeiler.process.ToolRun;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * A program that runs on, with its servers on free ports.
 *
 * @param ports a file with a line for each server: the port that it asks for, and the one that it has
 */
record StartedServer(RunningProgram program, Path ports, Path log) implements AutoCloseable {
    /** A server of the program. */
    record Listening(int asked, int port) {}

    /** Whether it listens, while others have ended or wait for something else. */
    boolean listens() {
        return program.isReady();
    }

    boolean ended() {
        return program.exit().isPresent();
    }

    List<Listening> servers() throws IOException {
        if (!Files.exists(ports)) return List.of();
        return Files.readAllLines(ports).stream()
                .map(line -> line.split(" "))
                .map(words -> new Listening(Integer.parseInt(words[0]), Integer.parseInt(words[1])))
                .toList();
    }

    /** What it has printed, without the ports and the folder. */
    String output(Path folder) throws IOException {
        String text = ToolRun.text(log).replace(folder.toString(), ".");
        for (Listening server : servers()) text = text.replaceAll("\\b" + server.port() + "\\b", "PORT");
        return text;
    }

    @Override
    public void close() {
        program.close();
    }
}
