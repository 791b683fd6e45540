package no.haldervik.manifestor;

public class Main {
    public static void main(String[] args) {
        Cargo cargo = new Cargo();
        cargo.setName("salt");
        cargo.setTonnes(40);
        CargoDto dto = new CargoMapperImpl().toDto(cargo);
        System.out.println(Line.of(dto.name, dto.tonnes));
    }
}
