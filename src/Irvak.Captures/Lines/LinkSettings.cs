using System.Text.RegularExpressions;
using Irvak.Core.Observations;

namespace Irvak.Captures.Lines;

/// <summary>Link settings of network ports: <c>Settings for eth0:</c> and tab-indented "name: value" lines.</summary>
internal sealed partial class LinkSettings : LineReader
{
    private const string NotRead = "a link setting that is not read here";
    private readonly List<SeenPort> _ports = [];
    private bool _inside,
        _modes;

    public override string Kind => "network ports";

    public override bool IsThere => _ports.Count > 0;

    public override LineFate Take(ReadOnlySpan<char> line, int number)
    {
        const string head = "Settings for ";
        if (line.StartsWith(head) && line.EndsWith(":") && _ports.Count < 1024)
        {
            _ports.Add(new SeenPort { Name = line[head.Length..^1].ToString(), Line = number });
            (_inside, _modes) = (true, false);
            return LineFate.Used;
        }
        if (!_inside || line.Length == 0 || line[0] is not ('\t' or ' '))
            return LineFate.Foreign;
        var text = line.Trim();
        var colon = text.IndexOf(':');
        // Lines without a name go on with the list above them.
        if (colon < 0)
        {
            if (_modes)
                AddModes(text.ToString());
            return _modes ? LineFate.Used : Left(NotRead);
        }
        var key = text[..colon];
        var value = text[(colon + 1)..].Trim();
        _modes = key is "Supported link modes";
        return Field(key, value) ? LineFate.Used : Left(NotRead);
    }

    public override void Blank() => _inside = false;

    public override Observation AddTo(Observation seen) => IsThere ? seen with { Ports = [.. seen.Ports, .. _ports] } : seen;

    private bool Field(ReadOnlySpan<char> key, ReadOnlySpan<char> value)
    {
        var now = _ports[^1];
        switch (key)
        {
            case "Supported link modes":
                AddModes(value.ToString());
                return true;
            case "Speed":
                _ports[^1] = now with { Mbs = value.EndsWith("Mb/s") && int.TryParse(value[..^4], out var mbs) ? mbs : null };
                return true;
            case "Link detected":
                _ports[^1] = now with
                {
                    Link =
                        value is "yes" ? true
                        : value.StartsWith("no") ? false
                        : null,
                };
                return true;
            case "Port":
                _ports[^1] = now with { Socket = value.ToString() };
                return true;
            case "Duplex" or "Auto-negotiation" or "Supported ports" or "Transceiver" or "PHYAD":
                return true;
            default:
                return false;
        }
    }

    private void AddModes(string text)
    {
        var now = _ports[^1];
        var rates = Mode().Matches(text).Select(m => int.TryParse(m.Groups[1].Value, out var n) ? n : 0).Where(n => n > 0);
        _ports[^1] = now with { Supported = [.. now.Supported.Concat(rates).Distinct().Order()] };
    }

    [GeneratedRegex(@"(\d+)base", RegexOptions.IgnoreCase)]
    private static partial Regex Mode();
}
