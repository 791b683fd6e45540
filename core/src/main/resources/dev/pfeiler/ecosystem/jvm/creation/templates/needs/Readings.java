package [=package];

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
[#if needs?seq_contains("migrations")]
import org.flywaydb.core.Flyway;
[/#if]

/** Speeds that are kept in the database that DATABASE_URL, DATABASE_USER and DATABASE_PASSWORD name in the environment. */
final class Readings {
[#if databaseUrl?has_content]
    private static final String URL = System.getenv().getOrDefault("DATABASE_URL", "[=databaseUrl]");
    private static final String USER = System.getenv().getOrDefault("DATABASE_USER", "[=databaseUser]");
    private static final String PASSWORD = System.getenv().getOrDefault("DATABASE_PASSWORD", "");
[#else]
    private static final String URL = System.getenv("DATABASE_URL");
    private static final String USER = System.getenv("DATABASE_USER");
    private static final String PASSWORD = System.getenv("DATABASE_PASSWORD");
[/#if]

    private Readings() {}

    /** Brings the tables up to date; called once, at the start. */
[#if needs?seq_contains("migrations")]
    static void prepare() {
        Flyway.configure().dataSource(URL, USER, PASSWORD).load().migrate();
    }
[#else]
    static void prepare() throws SQLException {
        try (Connection connection = open();
                Statement statement = connection.createStatement()) {
            statement.execute("create table if not exists readings (knots double precision not null)");
        }
    }
[/#if]

    /** Stores a speed in knots; how many there are now. */
    static String store(double knots) throws SQLException {
        try (Connection connection = open()) {
            try (PreparedStatement insert = connection.prepareStatement("insert into readings (knots) values (?)")) {
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

    private static Connection open() throws SQLException {
        return DriverManager.getConnection(URL, USER, PASSWORD);
    }
}
