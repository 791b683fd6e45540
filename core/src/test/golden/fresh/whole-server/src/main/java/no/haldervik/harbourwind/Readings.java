package no.haldervik.harbourwind;

import java.io.IOException;
import java.io.InputStream;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Properties;
import org.flywaydb.core.Flyway;

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
        Flyway.configure().dataSource(url, user, password).load().migrate();
        try (Connection connection = DriverManager.getConnection(url, user, password)) {
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
