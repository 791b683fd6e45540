plugins {
    id("java-conventions")
}
