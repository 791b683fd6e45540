namespace Haldervik.Shared
{
    static class Clock
    {
        public static string Text(int hour) { return hour.ToString("00") + ":00"; }
    }
}
