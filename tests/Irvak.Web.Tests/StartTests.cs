using System.Diagnostics;
using System.Net;
using System.Net.Sockets;
using Irvak.Tests;

namespace Irvak.Web.Tests;

/// <summary>A host that can't start says why in one sentence and ends with an exit code.</summary>
public class StartTests
{
    private static async Task<(int Code, string Said)> Started(string? connection, string? client = null, string? urls = null)
    {
        var start = new ProcessStartInfo(Repository.At("src", "Irvak.Web", "bin", "Debug", "net10.0", "linux-x64", "Irvak.Web"))
        {
            RedirectStandardError = true,
            RedirectStandardOutput = true,
            WorkingDirectory = Path.GetTempPath(),
        };
        start.Environment["Logging__LogLevel__Default"] = "None";
        start.Environment["ConnectionStrings__Irvak"] = connection;
        start.Environment["Client"] = client;
        start.Environment["ASPNETCORE_URLS"] = urls ?? "http://127.0.0.1:0";
        using var host = Process.Start(start)!;
        using var limit = new CancellationTokenSource(TimeSpan.FromMinutes(2));
        var said = await host.StandardError.ReadToEndAsync(limit.Token);
        await host.WaitForExitAsync(limit.Token);
        return (host.ExitCode, said.Trim());
    }

    [Theory]
    [InlineData(null, null, "No database is named")]
    [InlineData("Hoost=x;;=", null, "The connection string can’t be read")]
    [InlineData("", "/nowhere", "The built client is not in /nowhere")]
    [InlineData("Database=nowhere", null, "The database can’t be used")]
    public async Task What_is_wrong_is_said_in_one_sentence(string? more, string? client, string says)
    {
        var server = Environment.GetEnvironmentVariable("IRVAK_TEST_POSTGRES");
        var (code, said) = await Started(
            more is null || more.StartsWith("Hoost", StringComparison.Ordinal) ? more : $"{server};{more}",
            client
        );
        Assert.Equal(1, code);
        Assert.StartsWith(says, said);
        Assert.Single(said.Split('\n'));
    }

    [Fact]
    public async Task A_port_in_use_is_said_in_one_sentence()
    {
        await using var scratch = new ScratchDatabase();
        using var taken = new TcpListener(IPAddress.Loopback, 0);
        taken.Start();
        var (code, said) = await Started(scratch.ConnectionString, urls: $"http://127.0.0.1:{((IPEndPoint)taken.LocalEndpoint).Port}");
        Assert.Equal(1, code);
        Assert.StartsWith("Another program listens there already", said);
        Assert.Single(said.Split('\n'));
    }

    [Fact]
    public async Task The_second_of_a_command_that_runs_alone_says_who_runs_and_ends()
    {
        var folder = Directory.CreateTempSubdirectory("irvak-lock-");
        // As ./run does it: what is started in the background gets no hold of the lock.
        Process Shell(string then) =>
            Process.Start(
                new ProcessStartInfo(
                    "/bin/bash",
                    ["-c", $"cd '{Repository.Root}'; . scripts/machine.sh; run_alone '{folder.FullName}' ./run 5080; {then}"]
                )
                {
                    RedirectStandardInput = true,
                    RedirectStandardOutput = true,
                    RedirectStandardError = true,
                }
            )!;
        using (var first = Shell("sleep 300 9>&- >/dev/null 2>&1 & echo held; read line; kill $!"))
        {
            Assert.Equal("held", await first.StandardOutput.ReadLineAsync());
            using var second = Shell("echo started");
            var said = await second.StandardError.ReadToEndAsync();
            await second.WaitForExitAsync();
            Assert.Equal(3, second.ExitCode);
            Assert.Equal(
                $"./run runs already in this checkout: process {first.Id}, http://127.0.0.1:5080. Nothing was started.",
                said.Trim()
            );
            Assert.Equal("", await second.StandardOutput.ReadToEndAsync());
            await first.StandardInput.WriteLineAsync("end");
            await first.WaitForExitAsync();
        }
        using var third = Shell("echo started");
        Assert.Equal("started", await third.StandardOutput.ReadLineAsync());
        folder.Delete(true);
    }
}
