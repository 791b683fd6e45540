using System;

namespace [=namespace]
{
    /// <summary>Converts speeds.</summary>
    public static class Knots
    {
        private const double MetresPerSecond = 0.514444;

        /// <summary>A speed in knots, in metres per second.</summary>
        /// <exception cref="ArgumentOutOfRangeException">if it is negative or not finite</exception>
        public static double ToMetresPerSecond(double knots)
        {
            if (!(knots >= 0) || double.IsInfinity(knots))
            {
                throw new ArgumentOutOfRangeException("knots", "not a speed: " + knots);
            }

            return knots * MetresPerSecond;
        }
    }
}
