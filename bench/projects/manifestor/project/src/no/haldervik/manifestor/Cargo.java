package no.haldervik.manifestor;

import lombok.Data;

@Data
public class Cargo {
    private String name;
    private int tonnes;
}
