package fähre;

class Überfahrt {
    int größe() {
        return "äöüß".length();
    }
}
