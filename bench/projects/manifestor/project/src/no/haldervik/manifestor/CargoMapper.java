package no.haldervik.manifestor;

import org.mapstruct.Mapper;

@Mapper
public interface CargoMapper {
    CargoDto toDto(Cargo cargo);
}
