using System.Text;
using Irvak.Core.Builds;
using Irvak.Core.Sheets;

namespace Irvak.Captures.Simulated;

/// <summary>What a simulated machine says of memory errors: its counters, and the result of a memory test.</summary>
public sealed class SimulatedErrors(MachineSheet sheet, Build build, IReadOnlyList<Fault> faults)
{
    private static readonly string[] Patterns =
    [
        "Stuck Address",
        "Random Value",
        "Compare XOR",
        "Compare SUB",
        "Compare MUL",
        "Compare DIV",
        "Compare OR",
        "Compare AND",
        "Sequential Increment",
        "Solid Bits",
        "Block Sequential",
        "Checkerboard",
        "Bit Spread",
        "Bit Flip",
        "Walking Ones",
        "Walking Zeroes",
        "8-bit Writes",
        "16-bit Writes",
    ];

    /// <summary>Counters of each controller and module, as <c>grep -H .</c> prints them; nothing without ECC.</summary>
    public string Counters()
    {
        var text = new StringBuilder();
        var controller = 0;
        foreach (var socket in sheet.Sockets)
        {
            var modules = build.Modules(sheet).Where(m => m.Channel.Socket == socket.Id && m.Module.Type is { } t && t.HasEcc()).ToList();
            if (modules.Count == 0)
                continue;
            var counted = modules.Select(m => faults.OfType<Fault.ErrorsCounted>().FirstOrDefault(f => f.Slot == m.Slot)).ToList();
            var root = $"/sys/devices/system/edac/mc/mc{controller++}";
            text.Append(
                $"{root}/ce_count:{counted.Sum(f => f?.Corrected ?? 0)}\n{root}/ue_count:{counted.Sum(f => f?.Uncorrected ?? 0)}\n"
            );
            for (var i = 0; i < modules.Count; i++)
                text.Append(
                    $"{root}/dimm{i}/dimm_ce_count:{counted[i]?.Corrected ?? 0}\n{root}/dimm{i}"
                        + $"/dimm_ue_count:{counted[i]?.Uncorrected ?? 0}\n{root}/dimm{i}/dimm_label:{modules[i].Slot}\n"
                );
        }
        return text.ToString();
    }

    /// <summary>Result of <c>memtester</c> over nine tenths of the memory, one pass.</summary>
    public string Test()
    {
        var bytes = build.InstalledMiB * 1_048_576 / 10 * 9;
        var text = new StringBuilder(
            "memtester version 4.6.0 (64-bit)\n\npagesize is 4096\npagesizemask is 0xfffffffffffff000\nwant "
                + $"{bytes >> 20}MB ({bytes} bytes)\ngot  {bytes >> 20}MB ({bytes} bytes), trying mlock ...locked.\nLoop 1/1:\n"
        );
        foreach (var pattern in Patterns)
        {
            var fault = faults.OfType<Fault.TestFails>().FirstOrDefault(f => f.Pattern == pattern);
            text.Append($"  {pattern, -20}: {(fault is null ? "ok\n" : "")}");
            for (var i = 0; i < (fault?.Errors ?? 0); i++)
                text.Append($"FAILURE: 0x{i:x16} != 0x{i ^ 8:x16} at offset 0x{0x4000 + (i * 8):x16}.\n");
        }
        return text.Append("\nDone.\n").ToString();
    }
}
