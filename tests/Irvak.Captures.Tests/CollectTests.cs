using Irvak.Tests;

namespace Irvak.Captures.Tests;

/// <summary>The collection script: it says what it will run, runs only what reads, and what it packs is read here.</summary>
public class CollectTests
{
    private static readonly string Script = Path.Combine(Repository.Root, "client", "public", "collect.sh");

    /// <summary>Commands that only read, as the script calls them.</summary>
    private static readonly string[] Reading =
    [
        "dmidecode",
        "lspci -vvnn",
        "cat /proc/",
        "grep . /",
        "grep -Hs . /sys/devices/system/edac/",
        "vmstat 5 4",
        "lsblk -J -b -O",
        "nvme list -o json",
        "ipmitool lan print",
        "uname -a",
        "dmesg",
        "smartctl --json -x /dev/",
        "mdadm --detail /dev/",
        "ethtool ",
    ];

    [Fact]
    public void It_says_first_what_it_will_run_and_that_only_reads()
    {
        var lines = Tool.Text("sh", Script, "-n")
            .Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Skip(1)
            .Select(l => l.Trim().TrimStart('('))
            .ToList();
        Assert.InRange(lines.Count, 10, 200);
        Assert.All(lines, l => Assert.Contains(Reading, r => l.StartsWith(r, StringComparison.Ordinal)));
    }

    [Fact]
    public void It_is_plain_shell_short_enough_to_read_and_reaches_for_no_network()
    {
        var text = File.ReadAllText(Script);
        Assert.StartsWith("#!/bin/sh\n", text);
        Assert.InRange(text.Split('\n').Length, 20, 80);
        foreach (var word in new[] { "curl", "wget", "nc ", "ssh", "scp", "sudo -", "rm -rf /", "mkfs", "dd if", "> /dev/", "apt", "eval" })
            Assert.DoesNotContain(word, text);
        Tool.Text("sh", "-n", Script);
    }

    [Fact]
    public void Without_a_yes_nothing_is_run()
    {
        var start = new System.Diagnostics.ProcessStartInfo("sh", [Script])
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
            WorkingDirectory = Directory.CreateTempSubdirectory().FullName,
        };
        using var run = System.Diagnostics.Process.Start(start)!;
        run.StandardInput.WriteLine("no");
        run.StandardInput.Close();
        Assert.Contains("Nothing was run.", run.StandardOutput.ReadToEnd());
        run.WaitForExit();
        Assert.Equal(1, run.ExitCode);
        Assert.Empty(Directory.GetFiles(start.WorkingDirectory));
    }
}
