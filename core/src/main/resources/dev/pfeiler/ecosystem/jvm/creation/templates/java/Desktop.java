package [=package];

import java.awt.FlowLayout;
import java.util.Locale;
import javax.swing.JButton;
import javax.swing.JFrame;
import javax.swing.JLabel;
import javax.swing.JTextField;
import javax.swing.SwingUtilities;
import javax.swing.WindowConstants;

/** A window that converts speeds. */
public final class Main {
    private Main() {}

    public static void main(String[] arguments)[#if starts?has_content] throws Exception[/#if] {
[#list starts as start]
        [=start];
[/#list]
        SwingUtilities.invokeLater(Main::open);
    }

    private static void open() {
        JTextField knots = new JTextField("10", 6);
        JLabel result = new JLabel(convert(knots.getText()));
        JButton button = new JButton("Convert");
        button.addActionListener(event -> result.setText(convert(knots.getText())));
        JFrame frame = new JFrame("[=name]");
        frame.setLayout(new FlowLayout());
        frame.add(new JLabel("Knots"));
        frame.add(knots);
        frame.add(button);
        frame.add(result);
[#list examples as example]
        frame.add(new JLabel(said(() -> [=example.code])));
[/#list]
        frame.setDefaultCloseOperation(WindowConstants.EXIT_ON_CLOSE);
        frame.pack();
        frame.setVisible(true);
    }

    private static String convert(String knots) {
        try {
            return String.format(Locale.ROOT, "%.2f m/s", Knots.toMetresPerSecond(Double.parseDouble(knots)));
        } catch (IllegalArgumentException e) {
            return "not a speed";
        }
    }
[#if examples?has_content]

    private static String said(java.util.concurrent.Callable<String> text) {
        try {
            return text.call();
        } catch (Exception e) {
            return String.valueOf(e.getMessage());
        }
    }
[/#if]
}
