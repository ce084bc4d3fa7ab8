using Irvak.Core.Observations;

namespace Irvak.Captures.Lines;

/// <summary>The machine-readable PCI listing: "Slot:", "Class:", "Device:" and their like, a blank line between devices.</summary>
internal sealed class PciRecords : LineReader
{
    private static readonly string[] Keys =
    [
        "Slot",
        "Class",
        "Vendor",
        "Device",
        "SVendor",
        "SDevice",
        "Rev",
        "ProgIf",
        "Driver",
        "Module",
        "NUMANode",
        "PhySlot",
        "IOMMUGroup",
        "DTNode",
    ];
    private readonly List<SeenPci> _devices = [];
    private string? _address,
        _class,
        _code,
        _vendor,
        _name,
        _slot,
        _driver;
    private int? _node;
    private int _line;

    public override string Kind => "PCI listing";

    public override bool IsThere => _devices.Count > 0 || _address is not null;

    public override LineFate Take(ReadOnlySpan<char> line, int number)
    {
        // Copied out of a terminal, the tab behind the colon is often blanks.
        var colon = line.IndexOf(':');
        if (colon < 2 || colon + 1 >= line.Length || line[colon + 1] is not ('\t' or ' '))
            return LineFate.Foreign;
        var key = line[..colon];
        if (Array.IndexOf(Keys, key.ToString()) < 0 || (_address is null && key is not "Slot"))
            return LineFate.Foreign;
        var value = line[(colon + 1)..].Trim().ToString();
        if (key is "Slot" && !PciListing.IsAddress(value))
            return LineFate.Foreign;
        switch (key)
        {
            case "Slot":
                Close();
                _address = value;
                _line = number;
                break;
            case "Class":
                (_class, _code) = (Plain(value), Code(value));
                break;
            case "Vendor":
                _vendor = Plain(value);
                break;
            case "Device":
                _name = Plain(value);
                break;
            case "PhySlot":
                _slot = value;
                break;
            case "Driver":
                _driver = value;
                break;
            case "NUMANode" when int.TryParse(value, out var node):
                _node = node;
                break;
        }
        return LineFate.Used;
    }

    public override void Blank() => Close();

    public override void End() => Close();

    public override Observation AddTo(Observation seen) => _devices.Count == 0 ? seen : seen with { Pci = [.. seen.Pci, .. _devices] };

    /// <summary>"SATA controller [0106]" has the code 0106.</summary>
    private static string? Code(string value) => value.Length > 7 && value[^1] == ']' && value[^6] == '[' ? value[^5..^1] : null;

    private static string Plain(string value) => value.Length > 7 && value[^1] == ']' && value[^6] == '[' ? value[..^7] : value;

    private void Close()
    {
        if (_address is not null && _devices.Count < 4096)
            _devices.Add(
                new SeenPci
                {
                    Address = _address,
                    Class = _class,
                    ClassCode = _code,
                    Name = string.Join(' ', new[] { _vendor, _name }.Where(s => s is not null)),
                    Slot = _slot,
                    Driver = _driver,
                    Node = _node,
                    Line = _line,
                }
            );
        _address = _class = _code = _vendor = _name = _slot = _driver = null;
        _node = null;
    }
}
