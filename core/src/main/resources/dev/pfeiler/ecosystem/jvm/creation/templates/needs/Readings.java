package [=package];

import java.io.IOException;
import java.io.InputStream;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Properties;
[#if needs?seq_contains("migrations")]
import org.flywaydb.core.Flyway;
[/#if]

/** Speeds that are kept in the database that database.properties names. */
final class Readings {
    private Readings() {}

    /** Stores a speed in knots; how many there are now. */
    static String store(double knots) throws IOException, SQLException {
        Properties database = new Properties();
        try (InputStream settings = Readings.class.getResourceAsStream("/database.properties")) {
            database.load(settings);
        }
        String url = database.getProperty("url");
        String user = database.getProperty("user");
        String password = database.getProperty("password");
[#if needs?seq_contains("migrations")]
        Flyway.configure().dataSource(url, user, password).load().migrate();
[/#if]
        try (Connection connection = DriverManager.getConnection(url, user, password)) {
[#if !needs?seq_contains("migrations")]
            try (Statement statement = connection.createStatement()) {
                statement.execute("create table if not exists readings (knots double precision not null)");
            }
[/#if]
            try (PreparedStatement insert = connection.prepareStatement("insert into readings values (?)")) {
                insert.setDouble(1, knots);
                insert.executeUpdate();
            }
            try (Statement statement = connection.createStatement();
                    ResultSet count = statement.executeQuery("select count(*) from readings")) {
                count.next();
                return "readings stored: " + count.getInt(1);
            }
        }
    }
}
