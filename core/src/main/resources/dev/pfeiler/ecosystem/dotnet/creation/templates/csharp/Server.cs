using System;
using System.Globalization;
using System.IO;
using System.Net;
using System.Text;

namespace [=namespace]
{
    public static class Program
    {
        public static void Main()
        {
            string port = Environment.GetEnvironmentVariable("PORT") ?? "8080";
            var server = new HttpListener();
            server.Prefixes.Add("http://localhost:" + port + "/");
            server.Start();
            Console.WriteLine("Listening on http://localhost:" + port);
            while (true)
            {
                Answer(server.GetContext());
            }
        }

        private static void Answer(HttpListenerContext context)
        {
            string text;
            string type = "text/plain";
            int status = 200;
            try
            {
                switch (context.Request.Url.AbsolutePath)
                {
                    case "/":
                        type = "text/html";
                        text = Page();
                        break;
                    case "/knots":
                        double knots = double.Parse(context.Request.QueryString["value"] ?? "", CultureInfo.InvariantCulture);
                        text = Knots.ToMetresPerSecond(knots).ToString("0.00", CultureInfo.InvariantCulture) + " m/s\n";
                        break;
[#list examples as example]
                    case "/[=example.need]":
                        text = [=example.code];
                        break;
[/#list]
                    default:
                        status = 404;
                        text = "Not found";
                        break;
                }
            }
            catch (Exception e) when (e is FormatException || e is ArgumentException)
            {
                status = 400;
                text = e.Message;
            }

            byte[] bytes = Encoding.UTF8.GetBytes(text);
            context.Response.StatusCode = status;
            context.Response.ContentType = type + "; charset=utf-8";
            context.Response.ContentLength64 = bytes.Length;
            context.Response.OutputStream.Write(bytes, 0, bytes.Length);
            context.Response.Close();
        }

        private static string Page()
        {
            using (Stream stream = typeof(Program).Assembly.GetManifestResourceStream("page.html"))
            using (var reader = new StreamReader(stream))
            {
                return reader.ReadToEnd();
            }
        }
    }
}
