using System;
using Haldervik.Roster;

namespace Haldervik.Roster.Tests
{
    static class WatchTest
    {
        static int Main()
        {
            var watch = new Watch();
            watch.Add(new Pilot("Ragna Holm"));
            watch.Add(new Pilot("Ivar Sund"));
            int failures = 0;
            failures += Check("open", watch.At(6), "Ivar Sund");
            failures += Check("dry", watch.At(0), null);
            return failures;
        }

        static int Check(string what, Pilot pilot, string expected)
        {
            bool good = (pilot == null ? null : pilot.Name) == expected;
            Console.WriteLine("{0}: {1}", what, good ? "passed" : "FAILED");
            return good ? 0 : 1;
        }
    }
}
