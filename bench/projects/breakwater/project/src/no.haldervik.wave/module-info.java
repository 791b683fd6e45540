module no.haldervik.wave {
    requires transitive org.apache.commons.lang3;
    exports no.haldervik.wave;
}
