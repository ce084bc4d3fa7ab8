namespace Irvak.Captures.Lines;

internal sealed partial class SmbiosListing
{
    private bool TakeDevice(ReadOnlySpan<char> key, ReadOnlySpan<char> value, int number)
    {
        var d = _draft!;
        switch (key)
        {
            case "Total Width":
                return Width(value, out d.TotalWidth);
            case "Data Width":
                return Width(value, out d.DataWidth);
            case "Size":
                (d.SizeSeen, d.SizeMiB) = SmbiosFields.Size(value);
                return d.SizeSeen;
            case "Speed":
                d.RateText = value.ToString();
                return SmbiosFields.Rate(value, d.Generation).Understood;
            case "Configured Memory Speed" or "Configured Clock Speed":
                d.ConfiguredText = value.ToString();
                return SmbiosFields.Rate(value, d.Generation).Understood;
            case "Rank":
                if (value is "Unknown")
                    return true;
                if (!int.TryParse(value, out var ranks) || ranks is < 1 or > 16)
                    return false;
                d.Ranks = ranks;
                return true;
            default:
                return Described(d, key, value) || IsPassedOver(key) || number < 0;
        }
    }

    /// <summary>Fields that are taken as they are written.</summary>
    private static bool Described(Draft d, ReadOnlySpan<char> key, ReadOnlySpan<char> value)
    {
        switch (key)
        {
            case "Array Handle":
                d.ArrayHandle = value.ToString();
                return true;
            case "Form Factor":
                d.Form = SmbiosFields.Form(value);
                return true;
            case "Locator":
                d.Locator = SmbiosFields.Text(value);
                return true;
            case "Bank Locator":
                d.Bank = SmbiosFields.Text(value);
                return true;
            case "Type":
                d.Generation = SmbiosFields.Generation(value);
                return true;
            case "Type Detail":
                d.Detail = value.ToString();
                return true;
            case "Manufacturer":
                d.Maker = SmbiosFields.Text(value);
                return true;
            case "Serial Number":
                d.Serial = SmbiosFields.Text(value);
                return true;
            case "Part Number":
                d.Part = SmbiosFields.Text(value);
                return true;
            default:
                return false;
        }
    }

    /// <summary>Fields of a device that tell nothing which is read here.</summary>
    private static bool IsPassedOver(ReadOnlySpan<char> key) =>
        key
            is "Set"
                or "Asset Tag"
                or "Error Information Handle"
                or "Minimum Voltage"
                or "Maximum Voltage"
                or "Configured Voltage"
                or "Memory Technology"
                or "Memory Operating Mode Capability"
                or "Firmware Version"
                or "Module Manufacturer ID"
                or "Module Product ID"
                or "Memory Subsystem Controller Manufacturer ID"
                or "Memory Subsystem Controller Product ID"
                or "Non-Volatile Size"
                or "Volatile Size"
                or "Cache Size"
                or "Logical Size"
                or "PMIC0 Manufacturer ID"
                or "PMIC0 Revision Number"
                or "RCD Manufacturer ID"
                or "RCD Revision Number";

    private static bool Width(ReadOnlySpan<char> value, out int? bits)
    {
        bits = null;
        if (value is "Unknown")
            return true;
        var space = value.IndexOf(' ');
        if (space < 0 || !int.TryParse(value[..space], out var n) || value[(space + 1)..] is not "bits")
            return false;
        bits = n;
        return true;
    }
}
