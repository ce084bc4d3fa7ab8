using Irvak.Core.Observations;
using Irvak.Core.Sheets;

namespace Irvak.Captures.Lines;

/// <summary>
/// The SMBIOS listing in the text form of the common decoder: a handle line, a title, indented "Key: value" lines, deeper
/// indented lists, a blank line. Structures 0, 1, 2, 3, 4, 9, 16, 17 and 22 of DMTF DSP0134 are read, others are named as not read.
/// </summary>
internal sealed partial class SmbiosListing : LineReader
{
    /// <summary>More memory devices than any machine has; further ones are left and said.</summary>
    private const int MostDevices = 4096;

    private readonly List<SeenProcessor> _processors = [];
    private readonly List<SeenArray> _arrays = [];
    private readonly List<SeenDevice> _devices = [];
    private readonly List<SeenSlot> _slots = [];
    private readonly List<SeenBattery> _batteries = [];
    private readonly List<string> _remarks = [];
    private readonly Dictionary<int, string> _notRead = [];
    private readonly Dictionary<string, int> _at = [];
    private Observation _facts = new();
    private string? _boardProduct,
        _boardMaker;
    private Draft? _draft;
    private int _type = -1;
    private bool _titleDue,
        _listOpen;
    private int _structures,
        _deviceHandles;

    public override string Kind => "firmware listing";

    public override bool IsThere => _structures > 0;

    public int StructuresAnnounced { get; private set; }

    /// <summary>Structures that the head announces and the text does not hold.</summary>
    public int StructuresMissing => StructuresAnnounced > _structures ? StructuresAnnounced - _structures : 0;

    public override IEnumerable<string> Remarks => _remarks;

    public override Observation AddTo(Observation seen) =>
        !IsThere
            ? seen
            : seen with
            {
                Product = seen.Product ?? _facts.Product ?? _boardProduct,
                Maker = seen.Maker ?? _facts.Maker ?? _boardMaker,
                Serial = seen.Serial ?? _facts.Serial,
                BoardVersion = seen.BoardVersion ?? _facts.BoardVersion,
                ChassisType = seen.ChassisType ?? _facts.ChassisType,
                RackUnits = seen.RackUnits ?? _facts.RackUnits,
                Batteries = [.. seen.Batteries, .. _batteries],
                FirmwareVersion = seen.FirmwareVersion ?? _facts.FirmwareVersion,
                FirmwareDate = seen.FirmwareDate ?? _facts.FirmwareDate,
                Processors = [.. seen.Processors, .. _processors],
                Arrays = [.. seen.Arrays, .. _arrays],
                Devices = [.. seen.Devices, .. _devices],
                Slots = [.. seen.Slots, .. _slots],
                At = With(seen.At, _at),
            };

    /// <summary>True when the text stops inside a structure, in a line that is no whole field.</summary>
    public bool EndsInside(ReadOnlySpan<char> lastLine) =>
        _structures > 0 && lastLine.IndexOf(':') < 0 && !lastLine.TrimStart().StartsWith("End Of Table") && Reason == NoField;

    private const string NoField = "a line that is no field";

    public override void Blank()
    {
        if (_titleDue)
            return;
        Close();
        _type = -1;
    }

    public override void End() => Close();

    public override LineFate Take(ReadOnlySpan<char> line, int number)
    {
        if (line.StartsWith("Handle 0x", StringComparison.Ordinal))
            return TakeHandle(line, number);
        if (_type < 0)
            return TakeOutside(line);
        if (_titleDue)
            return TakeTitle(line);
        if (_draft is null)
            return _type == 127 ? LineFate.Used : Left(NotRead(_type));
        return TakeField(line, number);
    }

    private LineFate TakeHandle(ReadOnlySpan<char> line, int number)
    {
        Close();
        var at = line.IndexOf("DMI type ");
        var after = at < 0 ? default : line[(at + 9)..];
        var comma = after.IndexOf(',');
        if (comma < 0 || !int.TryParse(after[..comma], out var type) || type is < 0 or > 255)
        {
            _type = -1;
            return LineFate.Foreign;
        }
        _structures++;
        _type = type;
        _titleDue = true;
        _listOpen = false;
        var end = line[7..].IndexOf(',');
        _draft =
            type is 0 or 1 or 2 or 3 or 4 or 9 or 16 or 17 or 22 && !(type == 17 && ++_deviceHandles > MostDevices)
                ? new Draft
                {
                    Type = type,
                    Handle = line.Slice(7, end < 0 ? 0 : end).ToString(),
                    Line = number,
                }
                : null;
        return _draft is null && type != 127 ? Left(NotRead(type)) : LineFate.Used;
    }

    private LineFate TakeTitle(ReadOnlySpan<char> line)
    {
        _titleDue = false;
        // A capture that lost its title line goes on with the first field.
        if (line.IndexOf(':') > 0 && _draft is not null)
            return TakeField(line, _draft.Line + 1);
        return _draft is null && _type != 127 ? Left(NotRead(_type)) : LineFate.Used;
    }

    private LineFate TakeOutside(ReadOnlySpan<char> line)
    {
        if (
            line.StartsWith("# dmidecode")
            || line.StartsWith("# SMBIOS implementations newer")
            || line.StartsWith("# fully supported by")
            || line.StartsWith("Getting SMBIOS data")
            || line.StartsWith("Reading SMBIOS/DMI data")
            || line.StartsWith("Table at 0x")
            || (line.StartsWith("SMBIOS ") && line.TrimEnd().EndsWith("present."))
        )
            return LineFate.Used;
        var at = line.IndexOf(" structures occupying ");
        if (at > 0 && int.TryParse(line[..at], out var count) && count < 100_000)
        {
            StructuresAnnounced = count;
            return LineFate.Used;
        }
        return LineFate.Foreign;
    }

    private LineFate TakeField(ReadOnlySpan<char> line, int number)
    {
        var text = line.TrimStart();
        var depth = line.Length - text.Length;
        var colon = text.IndexOf(':');
        // Lists (flags, characteristics) stand one step deeper than the field that opens them.
        if (_listOpen && depth > _draft!.Depth)
            return LineFate.Used;
        if (colon <= 0)
            return Left(NoField);
        _draft!.Depth = depth;
        _listOpen = false;
        var key = text[..colon];
        var value = text[(colon + 1)..].Trim();
        var understood = _draft.Type switch
        {
            0 => TakeFirmware(key, value),
            1 => TakeSystem(key, value),
            2 => TakeBoard(key, value),
            3 => TakeChassis(key, value),
            4 => TakeProcessor(key, value),
            9 => TakeSlot(key, value),
            16 => TakeArray(key, value),
            22 => TakeBattery(key, value),
            _ => TakeDevice(key, value, number),
        };
        if (understood && Fact(_draft.Type, key) is { } fact)
            _at.TryAdd(fact, number);
        return understood ? LineFate.Used : Left(FieldNotRead(_draft.Type));
    }

    private static string? Fact(int type, ReadOnlySpan<char> key) =>
        type switch
        {
            0 when key is "Version" => "firmware",
            1 when key is "Serial Number" => "serial",
            2 when key is "Version" => "boardRevision",
            _ => null,
        };

    private string FieldNotRead(int type) =>
        _notRead.TryGetValue(-type, out var text) ? text : _notRead[-type] = $"a field of {Titles[type]} that is not read here";

    private string NotRead(int type)
    {
        if (_notRead.TryGetValue(type, out var text))
            return text;
        return _notRead[type] = type == 17 ? $"more than {MostDevices} memory devices" : $"structure type {type}, not read here";
    }

    private static readonly Dictionary<int, string> Titles = new()
    {
        [0] = "the firmware",
        [1] = "the system",
        [2] = "the board",
        [3] = "the chassis",
        [4] = "a processor",
        [9] = "a card slot",
        [16] = "a memory array",
        [17] = "a memory device",
        [22] = "a battery",
    };

    /// <summary>The structure being read.</summary>
    private sealed class Draft
    {
        public int Type { get; init; }

        public string Handle { get; init; } = "";

        public int Line { get; init; }

        public int Depth { get; set; }

        public string? SlotType,
            SlotUse,
            Bus;
        public string? Designation,
            Version,
            Status,
            Use,
            Correction,
            ArrayHandle,
            Locator,
            Bank,
            Detail,
            Maker,
            Serial,
            Part;
        public int? Wh,
            MaximumGiB,
            Count,
            TotalWidth,
            DataWidth,
            SizeMiB,
            Ranks;
        public bool SizeSeen;
        public MemoryGeneration? Generation;
        public ModuleForm? Form;
        public string? RateText,
            ConfiguredText;
    }
}
