using System;
using System.Globalization;

namespace [=namespace]
{
    public static class Program
    {
        public static void Main(string[] args)
        {
            foreach (string speed in args.Length > 0 ? args : new[] { "10" })
            {
                double converted = Knots.ToMetresPerSecond(double.Parse(speed, CultureInfo.InvariantCulture));
                Console.WriteLine(string.Format(CultureInfo.InvariantCulture, "{0} kn = {1:0.00} m/s", speed, converted));
            }
[#list examples as example]
            Console.WriteLine([=example.code]);
[/#list]
        }
    }
}
