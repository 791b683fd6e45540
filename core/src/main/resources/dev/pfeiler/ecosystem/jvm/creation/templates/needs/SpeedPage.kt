package [=package]

import freemarker.template.Configuration
import java.io.StringWriter

private val templates = Configuration(Configuration.VERSION_2_3_34)

/** A text about a speed, from templates/speed.txt. */
fun speedPage(knots: Double): String {
    templates.setClassForTemplateLoading(object {}.javaClass, "/templates")
    val out = StringWriter()
    templates.getTemplate("speed.txt").process(mapOf("knots" to knots), out)
    return out.toString()
}
