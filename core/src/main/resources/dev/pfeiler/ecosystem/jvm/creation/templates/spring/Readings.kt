package [=package]

import org.springframework.jdbc.core.JdbcTemplate
import org.springframework.stereotype.Repository

/** Speeds that are kept in the database. */
@Repository
open class Readings(private val database: JdbcTemplate) {
    /** Stores a speed in knots. */
    open fun store(knots: Double) {
        database.update("insert into readings (knots) values (?)", knots)
    }

    /** All speeds, in knots. */
    open fun all(): List<Double> = database.query("select knots from readings") { row, _ -> row.getDouble(1) }
}
