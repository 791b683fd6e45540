using System.Collections.Generic;
using Haldervik.Tides;

namespace Haldervik.Roster
{
    /// <summary>Who is on watch at which hour.</summary>
    public class Watch
    {
        private readonly List<Pilot> pilots = new List<Pilot>();

        public void Add(Pilot pilot) { pilots.Add(pilot); }

        /// <summary>The pilot of an hour; nobody while the sill is dry.</summary>
        public Pilot At(int hour)
        {
            if (pilots.Count == 0 || !Sill.IsOpen(hour)) return null;
            return pilots[hour / 6 % pilots.Count];
        }
    }
}
