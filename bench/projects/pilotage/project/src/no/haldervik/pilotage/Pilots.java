package no.haldervik.pilotage;

import java.util.List;
import no.haldervik.pilotage.model.Pilot;
import org.hibernate.SessionFactory;
import org.slf4j.LoggerFactory;
import org.springframework.transaction.annotation.Transactional;

public class Pilots {
    private final SessionFactory sessions;

    protected Pilots() {
        this(null);
    }

    public Pilots(SessionFactory sessions) {
        this.sessions = sessions;
    }

    @Transactional
    public List<Pilot> all() {
        LoggerFactory.getLogger(Pilots.class).debug("all pilots");
        List<Pilot> pilots = sessions.getCurrentSession().createQuery("from Pilot", Pilot.class).list();
        if (pilots.isEmpty()) {
            sessions.getCurrentSession().save(new Pilot("Runa Strand"));
            return sessions.getCurrentSession().createQuery("from Pilot", Pilot.class).list();
        }
        return pilots;
    }
}
