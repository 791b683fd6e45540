retired: the compiler's own program takes its place
