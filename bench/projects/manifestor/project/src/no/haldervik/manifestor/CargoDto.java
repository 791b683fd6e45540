package no.haldervik.manifestor;

public class CargoDto {
    public String name;
    public int tonnes;
}
