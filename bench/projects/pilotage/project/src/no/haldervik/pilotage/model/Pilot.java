package no.haldervik.pilotage.model;

import javax.persistence.Entity;
import javax.persistence.GeneratedValue;
import javax.persistence.Id;

@Entity
public class Pilot {
    @Id
    @GeneratedValue
    private Long id;

    private String name;

    public Pilot() {}

    public Pilot(String name) {
        this.name = name;
    }

    public String getName() {
        return name;
    }
}
