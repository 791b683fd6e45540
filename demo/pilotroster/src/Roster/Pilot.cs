namespace Haldervik.Roster
{
    /// <summary>A harbour pilot.</summary>
    public class Pilot
    {
        public Pilot(string name) { Name = name; }

        public string Name { get; private set; }
    }
}
