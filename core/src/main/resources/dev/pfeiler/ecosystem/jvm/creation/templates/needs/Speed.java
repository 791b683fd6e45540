package [=package];

[#assign validation = (level gte 11)?then("jakarta.validation", "javax.validation")]
import java.util.stream.Collectors;
import [=validation].Validation;
import [=validation].Validator;
import [=validation].constraints.PositiveOrZero;

/** A speed that can be checked. */
public class Speed {
    private static final Validator VALIDATOR =
            Validation.buildDefaultValidatorFactory().getValidator();

    @PositiveOrZero
    private final double knots;

    public Speed(double knots) {
        this.knots = knots;
    }

    /** What is wrong with it; empty if nothing is. */
    public String problems() {
        return VALIDATOR.validate(this).stream()
                .map(problem -> problem.getPropertyPath() + " " + problem.getMessage())
                .collect(Collectors.joining("; "));
    }
}
