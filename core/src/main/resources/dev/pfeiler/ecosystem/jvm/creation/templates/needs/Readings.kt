package [=package]

import java.sql.DriverManager
import java.util.Properties
[#if needs?seq_contains("migrations")]
import org.flywaydb.core.Flyway
[/#if]

/** Stores a speed in knots in the database that database.properties names; how many there are now. */
fun storeReading(knots: Double): String {
    val database = Properties()
    object {}.javaClass.getResourceAsStream("/database.properties")!!.use { database.load(it) }
    val url = database.getProperty("url")
    val user = database.getProperty("user")
    val password = database.getProperty("password")
[#if needs?seq_contains("migrations")]
    Flyway.configure().dataSource(url, user, password).load().migrate()
[/#if]
    DriverManager.getConnection(url, user, password).use { connection ->
[#if !needs?seq_contains("migrations")]
        connection.createStatement().use {
            it.execute("create table if not exists readings (knots double precision not null)")
        }
[/#if]
        connection.prepareStatement("insert into readings values (?)").use {
            it.setDouble(1, knots)
            it.executeUpdate()
        }
        connection.createStatement().use {
            val count = it.executeQuery("select count(*) from readings")
            count.next()
            return "readings stored: ${count.getInt(1)}"
        }
    }
}
