using Irvak.Core.Observations;
using Irvak.Core.Sheets;

namespace Irvak.Captures.Lines;

/// <summary>The fields of the structures that are read, and what each becomes.</summary>
internal sealed partial class SmbiosListing
{
    private bool TakeFirmware(ReadOnlySpan<char> key, ReadOnlySpan<char> value)
    {
        switch (key)
        {
            case "Version":
                _facts = _facts with { FirmwareVersion = SmbiosFields.Text(value) };
                return true;
            case "Release Date":
                _facts = _facts with { FirmwareDate = SmbiosFields.Text(value) };
                return true;
            case "Characteristics":
                _listOpen = true;
                return true;
            case "Vendor" or "Address" or "Runtime Size" or "ROM Size" or "BIOS Revision" or "Firmware Revision":
                return true;
            default:
                return false;
        }
    }

    private bool TakeSystem(ReadOnlySpan<char> key, ReadOnlySpan<char> value)
    {
        switch (key)
        {
            case "Manufacturer":
                _facts = _facts with { Maker = SmbiosFields.Text(value) };
                return true;
            case "Product Name":
                _facts = _facts with { Product = SmbiosFields.Text(value) };
                return true;
            case "Serial Number":
                _facts = _facts with { Serial = SmbiosFields.Text(value) };
                return true;
            case "Version" or "UUID" or "Wake-up Type" or "SKU Number" or "Family":
                return true;
            default:
                return false;
        }
    }

    private bool TakeBoard(ReadOnlySpan<char> key, ReadOnlySpan<char> value)
    {
        switch (key)
        {
            case "Manufacturer":
                _boardMaker ??= SmbiosFields.Text(value);
                return true;
            case "Product Name":
                _boardProduct ??= SmbiosFields.Text(value);
                return true;
            case "Version":
                _facts = _facts with { BoardVersion = _facts.BoardVersion ?? SmbiosFields.Text(value) };
                return true;
            case "Features" or "Contained Object Handles":
                _listOpen = true;
                return true;
            case "Serial Number" or "Asset Tag" or "Location In Chassis" or "Chassis Handle" or "Type":
                return true;
            default:
                return false;
        }
    }

    private bool TakeChassis(ReadOnlySpan<char> key, ReadOnlySpan<char> value)
    {
        switch (key)
        {
            // A machine in a dock or an enclosure names several; its own comes first.
            case "Type":
                _facts = _facts with { ChassisType = _facts.ChassisType ?? SmbiosFields.Text(value) };
                return true;
            case "Height":
                var space = value.IndexOf(' ');
                if (space > 0 && int.TryParse(value[..space], out var units) && units is > 0 and <= 64)
                    _facts = _facts with { RackUnits = _facts.RackUnits ?? units };
                return true;
            case "Contained Elements":
                _listOpen = true;
                return true;
            case "Manufacturer"
            or "Lock"
            or "Version"
            or "Serial Number"
            or "Asset Tag"
            or "Boot-up State"
            or "Power Supply State"
            or "Thermal State"
            or "Security Status"
            or "OEM Information"
            or "Number Of Power Cords"
            or "SKU Number":
                return true;
            default:
                return false;
        }
    }

    private bool TakeBattery(ReadOnlySpan<char> key, ReadOnlySpan<char> value)
    {
        switch (key)
        {
            case "Name":
                _draft!.Designation = SmbiosFields.Text(value);
                return true;
            case "Design Capacity":
                if (value is "Unknown")
                    return true;
                var space = value.IndexOf(' ');
                if (space < 0 || value[(space + 1)..] is not "mWh" || !int.TryParse(value[..space], out var milli) || milli < 0)
                    return false;
                _draft!.Wh = milli == 0 ? null : (int)Math.Round(milli / 1000.0);
                return true;
            case "Location"
            or "Manufacturer"
            or "Manufacture Date"
            or "SBDS Manufacture Date"
            or "Serial Number"
            or "SBDS Serial Number"
            or "Chemistry"
            or "SBDS Chemistry"
            or "Design Voltage"
            or "SBDS Version"
            or "Maximum Error"
            or "OEM-specific Information":
                return true;
            default:
                return false;
        }
    }

    private bool TakeProcessor(ReadOnlySpan<char> key, ReadOnlySpan<char> value)
    {
        switch (key)
        {
            case "Socket Designation":
                _draft!.Designation = SmbiosFields.Text(value);
                return true;
            case "Version":
                _draft!.Version = SmbiosFields.Text(value);
                return true;
            case "Status":
                _draft!.Status = value.ToString();
                return true;
            case "Flags" or "Characteristics":
                _listOpen = true;
                return true;
            case "Type"
            or "Family"
            or "Manufacturer"
            or "ID"
            or "Signature"
            or "Voltage"
            or "External Clock"
            or "Max Speed"
            or "Current Speed"
            or "Upgrade"
            or "L1 Cache Handle"
            or "L2 Cache Handle"
            or "L3 Cache Handle"
            or "Serial Number"
            or "Asset Tag"
            or "Part Number"
            or "Core Count"
            or "Core Enabled"
            or "Thread Count"
            or "Thread Enabled":
                return true;
            default:
                return false;
        }
    }

    private bool TakeSlot(ReadOnlySpan<char> key, ReadOnlySpan<char> value)
    {
        switch (key)
        {
            case "Designation":
                _draft!.Designation = SmbiosFields.Text(value);
                return true;
            case "Type":
                _draft!.SlotType = SmbiosFields.Text(value);
                return true;
            case "Data Bus Width":
                return true;
            case "Current Usage":
                _draft!.SlotUse = SmbiosFields.Text(value);
                return true;
            case "Bus Address":
                _draft!.Bus = SmbiosFields.Text(value);
                return true;
            case "Characteristics":
                _listOpen = true;
                return true;
            case "Length" or "ID" or "Slot Physical Width" or "Slot Pitch" or "Height" or "Segment Group Number" or "Peer Devices":
                return true;
            default:
                return false;
        }
    }

    private bool TakeArray(ReadOnlySpan<char> key, ReadOnlySpan<char> value)
    {
        switch (key)
        {
            case "Use":
                _draft!.Use = value.ToString();
                return true;
            case "Error Correction Type":
                _draft!.Correction = SmbiosFields.Text(value);
                return true;
            case "Maximum Capacity":
                var (understood, mib) = SmbiosFields.Size(value);
                _draft!.MaximumGiB = mib / 1024;
                return understood;
            case "Number Of Devices":
                if (!int.TryParse(value, out var count))
                    return false;
                _draft!.Count = count;
                return true;
            case "Location" or "Error Information Handle":
                return true;
            default:
                return false;
        }
    }

    /// <summary>Turns the structure that was read into its record.</summary>
    private void Close()
    {
        if (_draft is not { } d)
            return;
        _draft = null;
        switch (d.Type)
        {
            case 4:
                _processors.Add(
                    new SeenProcessor(
                        d.Designation,
                        d.Version,
                        d.Status is null || !d.Status.StartsWith("Unpopulated", StringComparison.Ordinal),
                        d.Line
                    )
                );
                break;
            case 9:
                if (d.Designation is not null && _slots.Count < 512)
                    _slots.Add(SmbiosFields.Slot(d.Designation, d.SlotType, d.SlotUse, d.Bus, d.Line));
                break;
            case 22:
                if (_batteries.Count < 8)
                    _batteries.Add(new SeenBattery(d.Designation, d.Wh, d.Line));
                break;
            case 16:
                _arrays.Add(new SeenArray(d.Handle, d.MaximumGiB, d.Count, d.Correction, d.Use is null or "System Memory", d.Line));
                break;
            case 17:
                if (d.SizeSeen || d.Locator is not null)
                    _devices.Add(Device(d));
                break;
        }
    }

    private SeenDevice Device(Draft d)
    {
        var rate = d.RateText is null ? null : Rate(d.RateText, d);
        var configured = d.ConfiguredText is null ? null : Rate(d.ConfiguredText, d);
        var there = d.SizeMiB is null or > 0;
        return new SeenDevice
        {
            Locator = d.Locator,
            Bank = d.Bank,
            ArrayHandle = d.ArrayHandle,
            SizeMiB = d.SizeMiB,
            Module =
                there && (d.SizeMiB is > 0 || d.Part is not null)
                    ? new ModuleSheet
                    {
                        Maker = d.Maker,
                        PartNumber = d.Part,
                        Generation = d.Generation,
                        Form = d.Form,
                        Type = SmbiosFields.Type(d.Detail, d.TotalWidth, d.DataWidth, d.Form),
                        CapacityMiB = d.SizeMiB,
                        Ranks = d.Ranks,
                        RateMTs = rate,
                    }
                    : null,
            Serial = d.Serial,
            ConfiguredMTs = configured,
            Line = d.Line,
        };
    }

    private int? Rate(string text, Draft d)
    {
        var (_, mts, doubled) = SmbiosFields.Rate(text, d.Generation);
        if (doubled && _remarks.Count == 0)
            _remarks.Add($"Rates stand in MHz of the clock here ({text}); they were doubled to MT/s.");
        return mts;
    }
}
