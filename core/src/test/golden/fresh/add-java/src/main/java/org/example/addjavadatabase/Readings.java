package org.example.addjavadatabase;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;

/** Speeds that are kept in the database that DATABASE_URL, DATABASE_USER and DATABASE_PASSWORD name in the environment. */
final class Readings {
    private static final String URL = System.getenv().getOrDefault("DATABASE_URL", "jdbc:h2:./data/add-java-database");
    private static final String USER = System.getenv().getOrDefault("DATABASE_USER", "sa");
    private static final String PASSWORD = System.getenv().getOrDefault("DATABASE_PASSWORD", "");

    private Readings() {}

    /** Brings the tables up to date; called once, at the start. */
    static void prepare() throws SQLException {
        try (Connection connection = open();
                Statement statement = connection.createStatement()) {
            statement.execute("create table if not exists readings (knots double precision not null)");
        }
    }

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
