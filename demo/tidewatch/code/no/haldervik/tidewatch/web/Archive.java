package no.haldervik.tidewatch.web;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;

/** The database of the port office, where there is one. */
final class Archive {
    private static final String DRIVER = "org.apache.derby.jdbc.ClientDriver";

    private Archive() {}

    static Connection open(String address) throws SQLException {
        try {
            Class.forName(DRIVER);
        } catch (ClassNotFoundException e) {
            throw new SQLException("The driver is missing: " + DRIVER, e);
        }
        return DriverManager.getConnection(address);
    }
}
