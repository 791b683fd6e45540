package dev.pfeiler.cli.page;

import dev.pfeiler.checking.CheckResult;
import dev.pfeiler.proof.Verdict;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.survey.Survey;
import java.nio.file.Path;
import java.util.Optional;

/**
 * The state that a project is in.
 *
 * @param survey of the project as it is now
 * @param proposal what a conversion would do or did; none if there is nothing to convert
 * @param converted whether it was carried out
 * @param verdict the last proof of the conversion
 * @param records the folder in which a conversion keeps its records
 * @param check where descriptors and code of parts that a build tool manages disagree; none if there is no such part
 * @param remark why there is no proposal; empty if there is one
 */
public record ReportState(
        Survey survey,
        Optional<Proposal> proposal,
        boolean converted,
        Optional<Verdict> verdict,
        Path records,
        Optional<CheckResult> check,
        String remark) {}
