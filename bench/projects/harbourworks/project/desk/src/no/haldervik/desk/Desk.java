package no.haldervik.desk;

import com.google.common.base.Joiner;
import com.google.gson.Gson;
import no.haldervik.shared.Berths;

public class Desk {
    public static void main(String[] args) {
        var berths = Berths.all();
        System.out.println(Joiner.on('+').join(berths) + " " + new Gson().toJson(berths));
    }

    public int count() {
        return Berths.all().size();
    }
}
