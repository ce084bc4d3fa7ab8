using System.Text;
using Irvak.Captures.Documents;
using Irvak.Captures.Lines;
using Irvak.Core.Observations;

namespace Irvak.Captures;

/// <summary>One pass over a text that may hold the output of several tools, one after another, JSON documents among them.</summary>
internal sealed class TextRun(string text)
{
    private const string Foreign = "no line of a capture read here";

    private readonly LineLedger _ledger = new();
    private readonly SmbiosListing _listing = new();
    private readonly List<string> _kinds = [];
    private readonly List<string> _remarks = [];
    private readonly List<Observation> _documents = [];
    private Observation _seen = new();
    private LineReader? _active;
    private LineReader[] _readers = [];
    private bool _cutOff;

    // A JSON document is read from bytes; they are made when the first one comes.
    private byte[]? _utf8;
    private LineStarts? _lines;
    private readonly JsonNames _names = new();

    public CaptureReading Read()
    {
        _readers =
        [
            _listing,
            new Meminfo(),
            new PciListing(),
            new CpuInfo(),
            new ProcessorListing(),
            new Mdstat(),
            new MdDetail(),
            new SmartText(),
            new BlockListing(),
            new MdExamine(),
            new LinkSettings(),
            new PciRecords(),
            new Vmstat(),
            new Pressure(),
            new ErrorCounters(),
            new MemoryTest(),
            new SystemLines(),
            new LogLines(),
        ];
        var last = Lines();
        _seen = Join(_documents);
        foreach (var r in _readers)
            r.End();
        foreach (var r in _readers.Where(r => r.IsThere))
        {
            _kinds.Add(r.Kind);
            _seen = r.AddTo(_seen);
            _remarks.AddRange(r.Remarks);
        }
        // A line that only says how many bits a system has is no kind of its own, but it counts.
        if (_kinds.Count == 0)
            foreach (var r in _readers)
                _seen = r.AddTo(_seen);
        return CaptureReader.Conclude(
            KindInWords(),
            _seen,
            _ledger.Lines,
            _ledger.Used,
            _ledger.Rest,
            _cutOff || _listing.StructuresMissing > 0 || (!text.EndsWith('\n') && _listing.EndsInside(last)),
            [.. _remarks.Distinct().Take(20)],
            "lines",
            _listing.StructuresMissing,
            _listing.StructuresAnnounced
        );
    }

    private string KindInWords() =>
        _kinds.Distinct().ToList() switch
        {
            [] => "capture",
            [var one] => one,
            var several => string.Join(", ", several[..^1]) + " and " + several[^1],
        };

    /// <summary>Takes every line; the last one that is not blank.</summary>
    private ReadOnlySpan<char> Lines()
    {
        var (at, number) = (0, 0);
        ReadOnlySpan<char> last = default;
        while (at < text.Length)
        {
            var end = text.AsSpan(at).IndexOf('\n');
            var next = end < 0 ? text.Length : at + end + 1;
            var line = text.AsSpan(at, (end < 0 ? text.Length : at + end) - at);
            if (!line.IsEmpty && line[^1] == '\r')
                line = line[..^1];
            number++;
            if (number > MostLines)
            {
                _ledger.Leave(number, "beyond 200 000 lines", line);
                at = next;
                continue;
            }
            if (IsBlank(line))
            {
                foreach (var r in _readers)
                    r.Blank();
                at = next;
                continue;
            }
            last = line;
            if (StartsJson(line) && _broken < MostBroken && TakeJson(number, out var after))
            {
                number = after - 1;
                at = StartOf(after);
                continue;
            }
            TakeLine(line, number);
            at = next;
        }
        return last;
    }

    private const int MostLines = CaptureReader.MostLines;

    private void TakeLine(ReadOnlySpan<char> line, int number)
    {
        if (_active is not null)
        {
            var fate = _active.Take(line, number);
            if (fate == LineFate.Used)
            {
                _ledger.Use();
                return;
            }
            if (fate == LineFate.Left)
            {
                _ledger.Leave(number, _active.Reason, line);
                return;
            }
        }
        foreach (var reader in _readers)
        {
            if (ReferenceEquals(reader, _active))
                continue;
            var fate = reader.Take(line, number);
            if (fate == LineFate.Foreign)
                continue;
            _active = reader;
            if (fate == LineFate.Used)
                _ledger.Use();
            else
                _ledger.Leave(number, reader.Reason, line);
            return;
        }
        _ledger.Leave(number, Foreign, line);
    }

    /// <summary>A document begins at the edge of a line; "[==>" of an array's progress is indented.</summary>
    private static bool StartsJson(ReadOnlySpan<char> line)
    {
        if (line[0] == '{')
            return line.Length == 1 || line[1..].TrimStart() is var rest && (rest.IsEmpty || rest[0] is '"' or '}');
        if (line[0] != '[')
            return false;
        var inner = line[1..].TrimStart();
        return inner.IsEmpty || inner[0] is '{' or ']' || (inner[0] == '[' && line.Length < 4096);
    }

    // Text that only looks like JSON, line after line, is not tried for ever.
    private const int MostBroken = 100;
    private int _broken;

    private bool TakeJson(int number, out int after)
    {
        _utf8 ??= Encoding.UTF8.GetBytes(text);
        _lines ??= new LineStarts(_utf8);
        var document = JsonValue.Parse(_utf8, _lines.Start(number), _lines, _names, out var end, out var trouble);
        after = _lines.LineOf(Math.Max(end - 1, 0)) + 1;
        if (trouble is not null)
            _broken++;
        if (document is not { } whole)
        {
            after = number;
            return false;
        }
        var reading = JsonCapture.Read(whole);
        whole.Free();
        if (trouble is not null)
        {
            _remarks.Add($"The JSON from line {number} on: {trouble}, in line {after - 1}.");
            _cutOff = true;
        }
        if (reading.Kind is null && trouble is not null && after - 1 == number)
        {
            after = number;
            return false;
        }
        if (reading.Kind is not null)
        {
            _kinds.Add(reading.Kind);
            _documents.Add(reading.Seen);
            _remarks.AddRange(reading.Remarks);
        }
        Account(number, after, reading.Kind is not null);
        return true;
    }

    private void Account(int from, int after, bool known)
    {
        for (var n = from; n < after; n++)
        {
            var start = _lines!.Start(n);
            var line = _utf8.AsSpan(start, (n < _lines.Count ? _lines.Start(n + 1) : _utf8!.Length) - start);
            if (!line.ContainsAnyExcept(Blanks))
                continue;
            if (known)
                _ledger.Use();
            else
                _ledger.Leave(n, "a JSON document that is not read here", Encoding.UTF8.GetString(line[..Math.Min(200, line.Length)]));
        }
    }

    private static readonly System.Buffers.SearchValues<byte> Blanks = System.Buffers.SearchValues.Create(" \t\r\n\f\v"u8);

    // Offsets of lines in the text and in its bytes differ where letters take several bytes; both grow together.
    private int _countedBytes,
        _countedChars;

    private int StartOf(int line)
    {
        var start = line > _lines!.Count ? _utf8!.Length : _lines.Start(line);
        if (start < _countedBytes)
            (_countedBytes, _countedChars) = (0, 0);
        _countedChars += Encoding.UTF8.GetCharCount(_utf8!, _countedBytes, start - _countedBytes);
        _countedBytes = start;
        return _countedChars;
    }

    /// <summary>What the JSON documents told, together; of single facts the first one stands.</summary>
    private static Observation Join(IReadOnlyList<Observation> all)
    {
        string? First(Func<Observation, string?> fact) => all.Select(fact).FirstOrDefault(f => f is not null);
        return new Observation
        {
            Maker = First(o => o.Maker),
            Product = First(o => o.Product),
            Serial = First(o => o.Serial),
            FirmwareVersion = First(o => o.FirmwareVersion),
            HostName = First(o => o.HostName),
            ManagementAddress = First(o => o.ManagementAddress),
            MemTotalKiB = all.Select(o => o.MemTotalKiB).FirstOrDefault(f => f is not null),
            OsKind = all.Select(o => o.OsKind).FirstOrDefault(f => f is not null),
            OsBits = all.Select(o => o.OsBits).FirstOrDefault(f => f is not null),
            Devices = [.. all.SelectMany(o => o.Devices)],
            Processors = [.. all.SelectMany(o => o.Processors)],
            Drives = SeenDrives.Join([], [.. all.SelectMany(o => o.Drives)]),
            Raids = [.. all.SelectMany(o => o.Raids)],
            Volumes = [.. all.SelectMany(o => o.Volumes)],
            Benchmarks = [.. all.SelectMany(o => o.Benchmarks)],
        };
    }

    private static bool IsBlank(ReadOnlySpan<char> line)
    {
        foreach (var c in line)
            if (!char.IsWhiteSpace(c) && c != '\uFEFF')
                return false;
        return true;
    }
}
