package [=package]

import java.awt.FlowLayout
import javax.swing.JButton
import javax.swing.JFrame
import javax.swing.JLabel
import javax.swing.JTextField
import javax.swing.SwingUtilities
import javax.swing.WindowConstants

/** A window that converts speeds. */
final class Main {
    static void main(String[] arguments) {
[#list starts as start]
        [=start]
[/#list]
        SwingUtilities.invokeLater { open() }
    }

    private static void open() {
        JTextField knots = new JTextField('10', 6)
        JLabel result = new JLabel(convert(knots.text))
        JButton button = new JButton('Convert')
        button.addActionListener { result.text = convert(knots.text) }
        JFrame frame = new JFrame('[=name]')
        frame.layout = new FlowLayout()
        frame.add(new JLabel('Knots'))
        frame.add(knots)
        frame.add(button)
        frame.add(result)
[#list examples as example]
        frame.add(new JLabel(String.valueOf([=example.code])))
[/#list]
        frame.defaultCloseOperation = WindowConstants.EXIT_ON_CLOSE
        frame.pack()
        frame.visible = true
    }

    private static String convert(String knots) {
        try {
            return String.format(Locale.ROOT, '%.2f m/s', Knots.toMetresPerSecond(knots.toDouble()))
        } catch (IllegalArgumentException e) {
            return 'not a speed'
        }
    }
}
