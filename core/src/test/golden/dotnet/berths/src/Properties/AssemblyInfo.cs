using System.Reflection;

[assembly: AssemblyTrademark("")]
