package no.haldervik.towlist;

import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

@Controller
public class TowController {
    private final String harbour;

    TowController(@Value("${towlist.harbour}") String harbour) {
        this.harbour = harbour;
    }

    @GetMapping("/")
    public String list(Model model) {
        model.addAttribute("harbour", harbour);
        model.addAttribute("tows", Tow.ofToday());
        return "tows";
    }
}
