package no.haldervik.breakwater;

import com.google.gson.Gson;
import no.haldervik.wave.Wave;

public class Main {
    double height = new Wave().range().getRight();

    public static void main(String[] args) {
        System.out.println(new Gson().toJson(new Main()));
    }
}
