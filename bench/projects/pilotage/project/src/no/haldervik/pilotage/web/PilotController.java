package no.haldervik.pilotage.web;

import java.util.List;
import javax.servlet.http.HttpServletResponse;
import no.haldervik.pilotage.Pilots;
import no.haldervik.pilotage.model.Pilot;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ResponseBody;

@Controller
public class PilotController {
    @Autowired
    private Pilots pilots;

    @GetMapping("/pilots.do")
    public String pilots(Model model, HttpServletResponse response) {
        response.setHeader("Cache-Control", "no-store");
        model.addAttribute("pilots", pilots.all());
        return "pilots";
    }

    @GetMapping("/names.do")
    @ResponseBody
    public List<Pilot> names() {
        return pilots.all();
    }
}
