using System.Diagnostics;

namespace Irvak.Captures.Tests;

/// <summary>Runs a tool of the distribution and gives what it printed.</summary>
internal static class Tool
{
    public static byte[] Bytes(string program, params string[] arguments)
    {
        var start = new ProcessStartInfo(program, arguments)
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            WorkingDirectory = Path.GetTempPath(),
        };
        start.Environment["LC_ALL"] = "C";
        using var run = Process.Start(start)!;
        run.ErrorDataReceived += (_, _) => { };
        run.BeginErrorReadLine();
        using var all = new MemoryStream();
        run.StandardOutput.BaseStream.CopyTo(all);
        run.WaitForExit();
        Assert.True(run.ExitCode == 0, $"{program} {string.Join(' ', arguments)} ended with {run.ExitCode}");
        return all.ToArray();
    }

    public static string Text(string program, params string[] arguments) => System.Text.Encoding.UTF8.GetString(Bytes(program, arguments));

    /// <summary>Runs a tool on a file made here.</summary>
    public static string OnFile(string program, byte[] contents, Func<string, string[]> arguments)
    {
        var file = Path.GetTempFileName();
        try
        {
            File.WriteAllBytes(file, contents);
            return Text(program, arguments(file));
        }
        finally
        {
            File.Delete(file);
        }
    }
}
