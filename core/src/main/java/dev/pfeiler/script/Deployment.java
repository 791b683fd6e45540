package dev.pfeiler.script;

import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Commands that change something outside this machine or publish the project: uploads, deployments, pushes. They are no part
 * of a build, and neither a proof nor a generated command runs them.
 */
public final class Deployment {
    private static final Pattern ARROWS = Pattern.compile("^>+");

    /** Programs that do nothing else. */
    private static final Set<String> PROGRAMS = Set.of(
            "scp",
            "sftp",
            "ftp",
            "lftp",
            "ncftpput",
            "ssh",
            "rsh",
            "rcp",
            "sshpass",
            "telnet",
            "nc",
            "ncat",
            "socat",
            "winscp",
            "pscp",
            "psftp",
            "plink",
            "twine",
            "gh-pages",
            "surge",
            "netlify",
            "vercel",
            "firebase",
            "wrangler",
            "flyctl",
            "heroku",
            "ansible",
            "ansible-playbook",
            "kubectl",
            "helm",
            "terraform",
            "pulumi",
            "serverless",
            "cdk",
            "psql",
            "mysql",
            "mongosh",
            "sqlplus",
            "redis-cli",
            "mail",
            "sendmail",
            "crontab",
            "systemctl",
            "service",
            "shutdown",
            "reboot");

    /** Programs of which some commands do: the first argument that is not an option. */
    private static final Map<String, Set<String>> COMMANDS = Map.ofEntries(
            Map.entry("git", Set.of("push", "commit", "tag", "merge", "rebase", "reset", "clean", "send-email")),
            Map.entry("svn", Set.of("commit", "ci", "import")),
            Map.entry("hg", Set.of("push", "commit", "ci", "tag")),
            Map.entry("docker", Set.of("push", "login", "stack")),
            Map.entry("podman", Set.of("push", "login")),
            Map.entry("docker-compose", Set.of("up", "push", "restart")),
            Map.entry("gh", Set.of("release", "pr", "workflow")),
            Map.entry("aws", Set.of("s3", "s3api", "deploy", "lambda", "ecs", "cloudformation", "cloudfront")),
            Map.entry("az", Set.of("webapp", "storage", "functionapp", "acr")),
            Map.entry("gcloud", Set.of("app", "run", "functions", "deploy")),
            Map.entry("gsutil", Set.of("cp", "rsync", "mv", "rm")),
            Map.entry("dotnet", Set.of("nuget")),
            Map.entry("nuget", Set.of("push")),
            Map.entry("lein", Set.of("deploy", "release")));

    /** Build tools that publish, with the goals and scripts that do; any of their arguments. */
    private static final Map<String, Pattern> GOALS = Map.of(
            "npm", Pattern.compile("(un)?publish|version|dist-tag|(deploy|release|upload|publish)([:-].*)?"),
            "yarn", Pattern.compile("publish|(deploy|release|upload)([:-].*)?"),
            "pnpm", Pattern.compile("publish|(deploy|release|upload)([:-].*)?"),
            "mvn", Pattern.compile("deploy|release:.*|site:deploy|site-deploy|.*:deploy"),
            "gradle", Pattern.compile(":?publish\\w*|uploadArchives"),
            "ant", Pattern.compile("(deploy|upload|publish|release|undeploy)([.:-].*)?"),
            "make", Pattern.compile("(deploy|upload|publish|release)([.:-].*)?"));

    private static final Set<String> SENDING = Set.of(
            "-T",
            "--upload-file",
            "-d",
            "--data",
            "--data-binary",
            "--data-raw",
            "-F",
            "--form",
            "--post-file",
            "--post-data");

    private static final Set<String> COPYING =
            Set.of("cp", "mv", "install", "ln", "rsync", "copy", "xcopy", "robocopy", "move", "mklink");

    /** What they are to write outside is seen by whoever reads their calls. */
    private static final Set<String> COMPILERS =
            Set.of("javac", "jar", "java", "javadoc", "kotlinc", "groovyc", "scalac", "zip", "tar");

    /** What follows is for the program that they run, and need not name an output. */
    private static final Set<String> INTERPRETERS = Set.of(
            "node",
            "nodemon",
            "ts-node",
            "tsx",
            "php",
            "python",
            "python3",
            "perl",
            "ruby",
            "sh",
            "bash",
            "http-server",
            "serve");

    private static final Set<String> DELETING = Set.of("rm", "rmdir", "rimraf", "del", "rd");
    private static final Pattern OUTPUT =
            Pattern.compile("--?(outfile|outdir|outDir|outFile|output|out|file|dir|d|o)=.*");
    private static final Set<String> OUTPUTS = Set.of(
            "-o", "-d", "--output", "--outfile", "--out-file", "--out-dir", "--outDir", "--outdir", "--out", ">", ">>");

    private static final Set<String> LAUNCHERS =
            Set.of("exec", "time", "nice", "nohup", "command", "env", "sudo", "doas", "call", "npx", "xargs");

    private Deployment() {}

    /** What a command does outside, as {@code git push}; nothing if it does not. */
    public static Optional<String> of(List<String> words) {
        int at = 0;
        while (at < words.size() - 1 && (LAUNCHERS.contains(words.get(at)) || isAssignment(words.get(at)))) {
            at++;
            while (at < words.size() - 1 && words.get(at).startsWith("-")) at++;
        }
        if (at >= words.size()) return Optional.empty();
        String program = program(words.get(at));
        List<String> arguments = words.subList(at + 1, words.size());
        if (PROGRAMS.contains(program)) return Optional.of(program);
        if (program.equals("rsync") && arguments.stream().anyMatch(Deployment::isRemote)) return Optional.of(program);
        Optional<String> elsewhere = elsewhere(program, arguments);
        if (elsewhere.isPresent()) return elsewhere;
        if (program.equals("curl") || program.equals("wget")) return sends(program, arguments);
        Stream<String> plain = arguments.stream().filter(word -> !word.startsWith("-"));
        Pattern goals = GOALS.get(program);
        Optional<String> command = goals == null
                ? plain.findFirst().filter(COMMANDS.getOrDefault(program, Set.of())::contains)
                : plain.filter(word -> goals.matcher(word).matches()).findFirst();
        return command.map(word -> program + " " + word);
    }

    /** What a line with several commands does outside. */
    public static Optional<String> in(String line, ShellText.Dialect dialect) {
        return ShellText.commands(line, dialect).stream()
                .flatMap(command -> of(ShellText.words(command)).stream())
                .findFirst();
    }

    /** What a command writes to a place of this machine outside the project. */
    private static Optional<String> elsewhere(String program, List<String> arguments) {
        if (COMPILERS.contains(program)) return Optional.empty();
        List<String> targets = new ArrayList<>();
        List<String> plain =
                arguments.stream().filter(word -> !word.startsWith("-")).toList();
        if (COPYING.contains(program) && !plain.isEmpty()) targets.add(plain.get(plain.size() - 1));
        if (DELETING.contains(program)) targets.addAll(plain);
        for (int i = 0; i < arguments.size() && !INTERPRETERS.contains(program); i++) {
            String word = arguments.get(i);
            if (OUTPUT.matcher(word).matches()) targets.add(word.substring(word.indexOf('=') + 1));
            else if (i > 0 && OUTPUTS.contains(arguments.get(i - 1))) targets.add(word);
            else if (word.startsWith(">")) targets.add(ARROWS.matcher(word).replaceFirst(""));
        }
        return targets.stream().filter(Deployment::isElsewhere).findFirst().map(target -> program + " to " + target);
    }

    private static boolean isElsewhere(String path) {
        if (path.startsWith("/dev/") || path.startsWith("/tmp/")) return false;
        // two characters are an option of Windows' commands
        return path.startsWith("/") && path.length() != 2
                || path.startsWith("~")
                || path.startsWith("$HOME")
                || path.startsWith("${HOME}")
                || path.startsWith("\\\\")
                || path.length() > 2 && path.charAt(1) == ':' && Character.isLetter(path.charAt(0));
    }

    private static Optional<String> sends(String program, List<String> arguments) {
        for (int i = 0; i < arguments.size(); i++) {
            String word = arguments.get(i);
            String option = word.startsWith("--") ? Text.before(word, "=") : word;
            boolean method = (word.equals("-X") || word.equals("--request"))
                    && i + 1 < arguments.size()
                    && !arguments.get(i + 1).equalsIgnoreCase("GET");
            if (SENDING.contains(option) || method || word.startsWith("-XP") || word.startsWith("-XD"))
                return Optional.of(program + " " + option);
        }
        return Optional.empty();
    }

    /** Whether a path is on another machine: {@code host:path}, and not a drive letter. */
    private static boolean isRemote(String word) {
        int colon = word.indexOf(':');
        int slash = word.indexOf('/');
        return !word.startsWith("-") && colon > 1 && (slash < 0 || colon < slash);
    }

    private static boolean isAssignment(String word) {
        int equals = word.indexOf('=');
        return equals > 0 && word.substring(0, equals).chars().allMatch(c -> c == '_' || Character.isLetterOrDigit(c));
    }

    private static String program(String word) {
        String name = Paths.name(word.replace('\\', '/')).toLowerCase(Locale.ROOT);
        for (String ending : List.of(".exe", ".cmd", ".bat"))
            if (name.endsWith(ending)) return name.substring(0, name.length() - ending.length());
        return name;
    }
}
