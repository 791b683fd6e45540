using System.Diagnostics;

namespace [=namespace]
{
    /// <summary>A log of speeds.</summary>
    public static class SpeedLog
    {
        /// <summary>Notes a speed in knots in the log.</summary>
        public static string Note(double knots)
        {
            Trace.TraceInformation("read {0} kn", knots);
            return "noted in the log";
        }
    }
}
