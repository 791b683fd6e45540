package [=package]

import java.awt.FlowLayout
import javax.swing.{JButton, JFrame, JLabel, JTextField, SwingUtilities, WindowConstants}
import scala.util.Try

/** A window that converts speeds. */
object Main {
  def main(arguments: Array[String]): Unit = SwingUtilities.invokeLater(() => open())

  private def open(): Unit = {
    val knots = new JTextField("10", 6)
    val result = new JLabel(convert(knots.getText))
    val button = new JButton("Convert")
    button.addActionListener(_ => result.setText(convert(knots.getText)))
    val frame = new JFrame("[=name]")
    frame.setLayout(new FlowLayout())
    List(new JLabel("Knots"), knots, button, result).foreach(frame.add(_))
[#list examples as example]
    frame.add(new JLabel([=example.code]))
[/#list]
    frame.setDefaultCloseOperation(WindowConstants.EXIT_ON_CLOSE)
    frame.pack()
    frame.setVisible(true)
  }

  private def convert(knots: String): String =
    Try(Knots.toMetresPerSecond(knots.toDouble))
      .map(metres => "%.2f m/s".formatLocal(java.util.Locale.ROOT, metres))
      .getOrElse("not a speed")
}
