package [=package]

import java.sql.Connection
import java.sql.DriverManager
[#if needs?seq_contains("migrations")]
import org.flywaydb.core.Flyway
[/#if]

[#if databaseUrl?has_content]
private val url = System.getenv("DATABASE_URL") ?: "[=databaseUrl]"
private val user = System.getenv("DATABASE_USER") ?: "[=databaseUser]"
private val password = System.getenv("DATABASE_PASSWORD") ?: ""
[#else]
private val url = System.getenv("DATABASE_URL")
private val user = System.getenv("DATABASE_USER")
private val password = System.getenv("DATABASE_PASSWORD")
[/#if]

/** Brings the tables up to date; called once, at the start. */
fun prepareReadings() {
[#if needs?seq_contains("migrations")]
    Flyway.configure().dataSource(url, user, password).load().migrate()
[#else]
    open().use { connection ->
        connection.createStatement().use {
            it.execute("create table if not exists readings (knots double precision not null)")
        }
    }
[/#if]
}

/** Stores a speed in knots in the database that DATABASE_URL names in the environment; how many there are now. */
fun storeReading(knots: Double): String =
    open().use { connection ->
        connection.prepareStatement("insert into readings (knots) values (?)").use {
            it.setDouble(1, knots)
            it.executeUpdate()
        }
        connection.createStatement().use {
            val count = it.executeQuery("select count(*) from readings")
            count.next()
            "readings stored: ${count.getInt(1)}"
        }
    }

private fun open(): Connection = DriverManager.getConnection(url, user, password)
