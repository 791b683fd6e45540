package dev.pfeiler.ecosystem.dotnet.source;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** C# sources. */
class CSharpReaderTest {
    private static CSharpSource read(String... lines) {
        return CSharpReader.read("a.cs", String.join("\n", lines) + "\n");
    }

    @Test
    void attributesOfTheAssembly() {
        CSharpSource source = read(
                "using System.Reflection;",
                "// [assembly: AssemblyTitle(\"no\")]",
                "[assembly: AssemblyTitle(\"a \\\"b\\\" \\u00e5\")]",
                "[assembly: System.Reflection.AssemblyCompanyAttribute(@\"c:\\x\"), AssemblyProduct(\"p\" + \"q\")]",
                "#if DEBUG && !NET45",
                "[assembly: AssemblyVersion(\"1.0.*\")]",
                "#endif",
                "[Serializable] class A { string s = \"[assembly: AssemblyVersion()]\"; }");
        assertThat(source.attributes())
                .extracting(AssemblyAttribute::name)
                .containsExactly("AssemblyTitle", "AssemblyCompany", "AssemblyProduct", "AssemblyVersion");
        assertThat(source.attributes().get(0).value()).contains("a \"b\" \u00e5");
        assertThat(source.attributes().get(1).value()).contains("c:\\x");
        assertThat(source.attributes().get(2).value()).as("worked out").isEmpty();
        assertThat(source.attributes())
                .extracting(AssemblyAttribute::conditional)
                .containsExactly(false, false, false, true);
        assertThat(source.symbols()).containsExactlyInAnyOrder("DEBUG", "NET45");
        AssemblyAttribute company = source.attributes().get(1);
        assertThat(source.text().substring(company.start(), company.end()))
                .isEqualTo("System.Reflection.AssemblyCompanyAttribute(@\"c:\\x\"), ");
    }

    @Test
    void classesMainsAndStatements() {
        CSharpSource nested = read(
                "using System; using static System.Math; using IO = System.IO;",
                "namespace A.B { interface I<T> where T : class, new() {} namespace C { class D { class E {",
                "  static async Task<int> Main(string[] a) { return 0; } } } } }");
        assertThat(nested.firstClass()).contains("A.B.C.D");
        assertThat(nested.mains()).containsExactly("A.B.C.D.E");
        assertThat(nested.usings()).contains("System", "System.Math", "System.IO");
        assertThat(nested.statements()).isFalse();
        assertThat(nested.version()).isEmpty();
        CSharpSource scoped = read("namespace A.B;", "public sealed class C { void Main() {} }");
        assertThat(scoped.firstClass()).contains("A.B.C");
        assertThat(scoped.mains()).isEmpty();
        assertThat(scoped.version()).isEqualTo("10.0");
        assertThat(read("using System;", "Console.WriteLine($\"{1:00} {\"a\"}\");")
                        .statements())
                .isTrue();
        assertThat(read("delegate void F();", "public enum E { A }").statements())
                .isFalse();
    }
}
