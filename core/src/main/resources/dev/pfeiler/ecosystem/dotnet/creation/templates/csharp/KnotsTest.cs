using System;

namespace [=namespace].Tests
{
    /// <summary>Checks of the conversion; the exit code is the number of those that fail.</summary>
    public static class KnotsTest
    {
        private static int failures;

        public static int Main()
        {
            Check("converts to metres per second", Math.Abs(Knots.ToMetresPerSecond(10) - 5.14444) < 1e-9);
            Check("rejects negative speeds", Rejects(-1));
            return failures;
        }

        private static bool Rejects(double knots)
        {
            try
            {
                Knots.ToMetresPerSecond(knots);
                return false;
            }
            catch (ArgumentOutOfRangeException)
            {
                return true;
            }
        }

        private static void Check(string what, bool holds)
        {
            Console.WriteLine((holds ? "passed  " : "FAILED  ") + what);
            if (!holds)
            {
                failures++;
            }
        }
    }
}
