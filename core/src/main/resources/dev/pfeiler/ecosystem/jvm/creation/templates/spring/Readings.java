package [=package];

import java.util.List;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Repository;

/** Speeds that are kept in the database. */
@Repository
public class Readings {
    private final JdbcTemplate database;

    public Readings(JdbcTemplate database) {
        this.database = database;
    }

    /** Stores a speed in knots. */
    public void store(double knots) {
        database.update("insert into readings (knots) values (?)", knots);
    }

    /** All speeds, in knots. */
    public List<Double> all() {
        return database.queryForList("select knots from readings", Double.class);
    }
}
