package [=package]

import java.awt.FlowLayout
import java.util.Locale
import javax.swing.JButton
import javax.swing.JFrame
import javax.swing.JLabel
import javax.swing.JTextField
import javax.swing.SwingUtilities
import javax.swing.WindowConstants

/** A window that converts speeds. */
fun main() {
[#list starts as start]
    [=start]
[/#list]
    SwingUtilities.invokeLater { open() }
}

private fun open() {
    val knots = JTextField("10", 6)
    val result = JLabel(convert(knots.text))
    val button = JButton("Convert")
    button.addActionListener { result.text = convert(knots.text) }
    val frame = JFrame("[=name]")
    frame.layout = FlowLayout()
    frame.add(JLabel("Knots"))
    frame.add(knots)
    frame.add(button)
    frame.add(result)
[#list examples as example]
    frame.add(JLabel([=example.code]))
[/#list]
    frame.defaultCloseOperation = WindowConstants.EXIT_ON_CLOSE
    frame.pack()
    frame.isVisible = true
}

private fun convert(knots: String): String = try {
    String.format(Locale.ROOT, "%.2f m/s", toMetresPerSecond(knots.toDouble()))
} catch (e: IllegalArgumentException) {
    "not a speed"
}
