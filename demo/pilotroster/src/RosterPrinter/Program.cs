using System;
using System.IO;
using Haldervik.Roster;
using Haldervik.Shared;

namespace Haldervik.RosterPrinter
{
    static class Program
    {
        static int Main(string[] args)
        {
            var watch = new Watch();
            string list = Path.Combine(AppDomain.CurrentDomain.BaseDirectory, "pilots.txt");
            foreach (string name in File.ReadAllLines(list)) watch.Add(new Pilot(name));
            Console.WriteLine(Heading());
            int first = 0;
            if (args.Length > 0 && !int.TryParse(args[0], out first))
            {
                Console.Error.WriteLine("usage: RosterPrinter [HOUR]");
                return 2;
            }
            for (int hour = first; hour < first + 12; hour += 3)
            {
                Pilot pilot = watch.At(hour);
                Console.WriteLine("{0}  {1}", Clock.Text(hour), pilot == null ? "-" : pilot.Name);
            }
#if LOUD
            Console.WriteLine("(built for development)");
#endif
            return 0;
        }

        private static string Heading()
        {
            Stream text = typeof(Program).Assembly.GetManifestResourceStream("Haldervik.RosterPrinter.texts.heading.txt");
            using (var reader = new StreamReader(text)) return reader.ReadToEnd().Trim();
        }
    }
}
