package dev.pfeiler.hostile;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.conversion.Undo;
import dev.pfeiler.evidence.Refusal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;

/** Ledgers that came with a project from elsewhere, were cut, or were written by somebody else than Pfeiler. */
class HostileLedgerTest {
    private static final String HASH = "e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855";

    @TempDir
    Path folder;

    private Sandbox sandbox;

    @BeforeEach
    void setUp() throws IOException {
        sandbox = new Sandbox(folder);
    }

    private static String ledger(String folders, String untouched, String entries) {
        return "{\"format\":\"pfeiler-ledger/3\",\"parts\":[],\"decisions\":{},\"choices\":{},\"folders\":[" + folders
                + "],\"leftOut\":[],\"untouched\":[" + untouched + "],\"entries\":[" + entries + "]}";
    }

    private static String write(String path, String hash) {
        return "{\"step\":\"write\",\"path\":\"" + path + "\",\"sha256\":\"" + hash + "\"}";
    }

    private static String move(String path, String to, String kept) {
        return "{\"step\":\"move\",\"path\":\"" + path + "\",\"to\":\"" + to + "\",\"sha256\":\"" + HASH
                + "\",\"kept\":\"" + kept + "\"}";
    }

    private static String retire(String path, String kept) {
        return "{\"step\":\"retire\",\"path\":\"" + path + "\",\"kept\":\"" + kept + "\"}";
    }

    /** Ledgers by what is wrong with them, each with what the refusal says. */
    private static Map<String, String[]> foreign() {
        Map<String, String[]> cases = new LinkedHashMap<>();
        String own = "was not written by Pfeiler for this directory";
        cases.put("writes above", new String[] {ledger("", "", write("../victim.txt", HASH)), own});
        cases.put("writes far above", new String[] {ledger("", "", write("a/../../outside/victim.txt", HASH)), own});
        cases.put("writes to the root", new String[] {ledger("", "", write("/etc/passwd", HASH)), own});
        cases.put("has no hash", new String[] {ledger("", "", write("mine.txt", "")), own});
        cases.put("has another hash", new String[] {ledger("", "", write("mine.txt", "zz")), own});
        cases.put("moves from above", new String[] {ledger("", "", move("mine.txt", "../victim.txt", "")), own});
        cases.put("moves to above", new String[] {ledger("", "", move("../victim.txt", "mine.txt", "")), own});
        cases.put("keeps above", new String[] {ledger("", "", retire("x", "../victim.txt")), own});
        cases.put("keeps elsewhere", new String[] {ledger("", "", retire("x", "mine.txt")), own});
        cases.put("keeps by a way up", new String[] {ledger("", "", retire("x", ".pfeiler/kept/../../mine.txt")), own});
        cases.put(
                "makes a hook",
                new String[] {ledger("", "", retire(".git/hooks/post-checkout", ".pfeiler/kept/hook")), own});
        cases.put(
                "makes a hook in capitals",
                new String[] {ledger("", "", retire(".GIT/hooks/post-checkout", ".pfeiler/kept/hook")), own});
        cases.put(
                "leads version control away", new String[] {ledger("", "", retire(".git", ".pfeiler/kept/hook")), own});
        cases.put(
                "lists a folder above", new String[] {ledger("{\"path\":\"..\",\"mode\":\"rwxrwxrwx\"}", "", ""), own});
        cases.put("has an impossible mode", new String[] {ledger("{\"path\":\"src\",\"mode\":\"all\"}", "", ""), own});
        cases.put("lists a file above", new String[] {ledger("", "\"../victim.txt\"", ""), own});
        cases.put("has a path with a zero", new String[] {ledger("", "\"a\\u0000b\"", ""), own});
        cases.put("has an empty path", new String[] {ledger("", "\"\"", ""), own});
        cases.put("changes a file twice", new String[] {
            ledger("", "", retire("mine.txt", ".pfeiler/kept/a") + "," + retire("mine.txt", ".pfeiler/kept/b")), own
        });
        cases.put("writes a file twice", new String[] {ledger("", "", write("a", HASH) + "," + write("a", HASH)), own});
        cases.put(
                "has lost an original",
                new String[] {ledger("", "", retire("gone.txt", ".pfeiler/kept/gone.txt")), own});
        cases.put("leads through a link", new String[] {ledger("", "", write("link/victim.txt", HASH)), own});
        cases.put("lists a file behind a link", new String[] {ledger("", "\"link/victim.txt\"", ""), own});
        cases.put("lacks its lists", new String[] {"{\"format\":\"pfeiler-ledger/2\"}", own});
        cases.put("is of a later format", new String[] {"{\"format\":\"pfeiler-ledger/99\"}", "pfeiler-ledger/99"});
        cases.put("is a list", new String[] {"[1, 2]", "cannot be read"});
        cases.put("is empty", new String[] {"", "cannot be read"});
        cases.put("is cut", new String[] {ledger("", "", write("a", HASH)).substring(0, 120), "cannot be read"});
        cases.put(
                "has a step that is none",
                new String[] {ledger("", "", "{\"step\":\"run\",\"path\":\"x\"}"), "cannot be read"});
        cases.put("is nested deeply", new String[] {"[".repeat(100_000), "cannot be read"});
        return cases;
    }

    @TestFactory
    Stream<DynamicTest> everyCommandRefusesAForeignLedger() {
        return foreign().entrySet().stream()
                .map(each -> DynamicTest.dynamicTest(each.getKey(), () -> {
                    Path own = Files.createTempDirectory(folder, "case");
                    Sandbox here = new Sandbox(own);
                    here.project()
                            .file("mine.txt", "my work")
                            .file(".pfeiler/kept/hook", "#!/bin/sh")
                            .file(".pfeiler/kept/a", "")
                            .file(".pfeiler/kept/b", "");
                    Files.createSymbolicLink(here.root().resolve("link"), here.outside());
                    Files.writeString(here.root().resolve(".pfeiler/ledger.json"), each.getValue()[0]);
                    Map<String, String> before = here.project().digest();
                    String sentence = each.getValue()[1];
                    for (Undo.Edits edits : Undo.Edits.values())
                        here.undo(edits).refusedWith(sentence);
                    here.accept().refusedWith(sentence);
                    here.prove().refusedWith(sentence);
                    here.survey().refusedWith(sentence);
                    assertThat(here.project().digest()).as("the project").isEqualTo(before);
                }));
    }

    /** The records are a folder of the project's own, and nothing in them is a link. */
    @Test
    void aLinkInPlaceOfTheRecordsIsRefused() throws IOException {
        sandbox.project().file("src/A.java", "class A {}");
        Files.createSymbolicLink(sandbox.root().resolve(".pfeiler"), sandbox.outside());
        sandbox.convert().refusedWith(".pfeiler is not a directory of its own").reason(Refusal.Reason.NOT_POSSIBLE);
    }

    @Test
    void aLinkInPlaceOfTheLedgerIsRefused() throws IOException {
        sandbox.project().file(".pfeiler/kept/x", "");
        Files.createSymbolicLink(
                sandbox.root().resolve(".pfeiler/ledger.json"),
                sandbox.outside().resolve("victim.txt"));
        sandbox.undo(Undo.Edits.TAKE_OLD).refusedWith("ledger.json is not a regular file");
    }

    /** The lock is written to: through a link, that would be a file of others. */
    @Test
    void aLinkInPlaceOfTheLockLeadsNowhere() throws IOException {
        sandbox.project().file("src/A.java", "class A { }").file(".pfeiler/.gitignore", "*");
        Files.createSymbolicLink(
                sandbox.root().resolve(".pfeiler/lock"), sandbox.outside().resolve("victim.txt"));
        sandbox.convert().reason(Refusal.Reason.INPUT_OUTPUT);
        assertThat(sandbox.outside().resolve("victim.txt")).hasContent("berths of others\n");
    }

    /** A hundred thousand records are read in time. */
    @Test
    void aLargeLedgerIsReadInTime() throws IOException {
        StringBuilder untouched = new StringBuilder("\"f0\"");
        for (int i = 1; i < 100_000; i++)
            untouched.append(",\"d").append(i % 500).append("/f").append(i).append('"');
        sandbox.project().file(".pfeiler/ledger.json", ledger("", untouched.toString(), ""));
        sandbox.undo(Undo.Edits.REFUSE).done();
        assertThat(sandbox.root().resolve(".pfeiler")).doesNotExist();
    }
}
