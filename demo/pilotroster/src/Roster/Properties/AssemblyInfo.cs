using System.Reflection;
using System.Runtime.CompilerServices;

[assembly: AssemblyTitle("Rosters of harbour pilots")]
[assembly: AssemblyCompany("Port office of Haldervik")]
[assembly: AssemblyProduct("Haldervik.Roster")]
[assembly: AssemblyVersion("1.4.0.0")]
[assembly: AssemblyFileVersion("1.4.0.0")]
[assembly: InternalsVisibleTo("Haldervik.Roster.Tests")]
