package no.haldervik.buoylog;

import java.util.ResourceBundle;

class Texts {
    String get(String key) {
        return ResourceBundle.getBundle("no.haldervik.buoylog.texts").getString(key);
    }
}
