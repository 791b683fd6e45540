namespace Haldervik.Roster
{
    // half written, and in no project
    public class Watch
    {
        public Pilot Next(
    }
}
