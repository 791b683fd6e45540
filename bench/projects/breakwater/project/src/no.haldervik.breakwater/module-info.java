module no.haldervik.breakwater {
    requires no.haldervik.wave;
    requires com.google.gson;
    opens no.haldervik.breakwater to com.google.gson;
}
