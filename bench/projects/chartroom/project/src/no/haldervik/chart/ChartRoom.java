package no.haldervik.chart;

import com.formdev.flatlaf.FlatLightLaf;
import com.sun.jna.Platform;
import java.util.ResourceBundle;
import javax.swing.JFrame;
import javax.swing.JLabel;
import javax.swing.JPanel;
import net.miginfocom.swing.MigLayout;

public class ChartRoom {
    public static void main(String[] args) {
        ResourceBundle texts = ResourceBundle.getBundle("no.haldervik.chart.chart");
        if (args.length > 0 && args[0].equals("--help")) {
            System.out.println(texts.getString("title") + " " + Platform.isWindows());
            return;
        }
        FlatLightLaf.setup();
        JPanel panel = new JPanel(new MigLayout());
        panel.add(new JLabel(texts.getString("title")));
        JFrame frame = new JFrame();
        frame.add(panel);
        frame.pack();
        frame.setVisible(true);
    }
}
