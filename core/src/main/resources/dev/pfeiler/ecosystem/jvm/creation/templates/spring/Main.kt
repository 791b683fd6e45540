package [=package]

import org.springframework.boot.autoconfigure.SpringBootApplication
import org.springframework.boot.runApplication

/** The server; application.properties says where it listens. */
@SpringBootApplication(proxyBeanMethods = false)
class Application

fun main(arguments: Array<String>) {
[#list starts as start]
    [=start]
[/#list]
    runApplication<Application>(*arguments)
}
