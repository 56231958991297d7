package org.zeroply.store;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.Deque;
import java.util.concurrent.ConcurrentLinkedDeque;
import org.jdbi.v3.core.ConnectionFactory;
import org.sqlite.SQLiteDataSource;

/** Connections for reading, kept open between uses: opening one costs more than most questions. */
final class Readers implements ConnectionFactory, AutoCloseable {
    private final SQLiteDataSource source;
    private final Deque<Connection> idle = new ConcurrentLinkedDeque<>();
    private volatile boolean closed;

    Readers(SQLiteDataSource source) {
        this.source = source;
    }

    @Override
    public Connection openConnection() throws SQLException {
        Connection kept = idle.poll();
        return kept != null ? kept : source.getConnection();
    }

    @Override
    public void closeConnection(Connection used) throws SQLException {
        if (closed) {
            used.close();
        } else {
            idle.push(used);
        }
    }

    @Override
    public void close() throws SQLException {
        closed = true;
        for (Connection kept = idle.poll(); kept != null; kept = idle.poll()) {
            kept.close();
        }
    }
}
