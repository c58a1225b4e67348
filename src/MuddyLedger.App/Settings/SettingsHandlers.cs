using MuddyLedger.App.Requests;
using MuddyLedger.App.Store;
using MuddyLedger.Core;
using MuddyLedger.Core.Units;

namespace MuddyLedger.App.Settings;

/// <summary>How this owner wants things shown. Meters keep the unit of their own dash.</summary>
public sealed record OwnerSettings(Unit Volume, Unit Torque, string Currency, int Version)
{
    public static readonly OwnerSettings Default = new(Unit.Litre, Unit.NewtonMetre, "EUR", 0);

    public static readonly Unit[] VolumeUnits = [Unit.Litre, Unit.Millilitre, Unit.UsQuart, Unit.ImperialPint];
    public static readonly Unit[] TorqueUnits = [Unit.NewtonMetre, Unit.PoundFoot, Unit.PoundInch];

    /// <summary>What cannot be an owner's settings, by field.</summary>
    public static IEnumerable<Refusal> Refuse(string? volume, string? torque, string? currency)
    {
        if (volume is null || !VolumeUnits.Any(unit => unit.Symbol == volume))
            yield return new("volumeUnit", $"must be one of {string.Join(", ", VolumeUnits.Select(unit => unit.Symbol))}");
        if (torque is null || !TorqueUnits.Any(unit => unit.Symbol == torque))
            yield return new("torqueUnit", $"must be one of {string.Join(", ", TorqueUnits.Select(unit => unit.Symbol))}");
        if (currency is not { Length: 3 } || !currency.All(char.IsAsciiLetterUpper))
            yield return new("currency", "must be a currency's three capital letters, such as EUR");
    }
}

public sealed record SettingsAnswer(
    string VolumeUnit,
    string TorqueUnit,
    string Currency,
    IReadOnlyList<string> VolumeUnits,
    IReadOnlyList<string> TorqueUnits,
    int Version
) : IVersioned;

public sealed record SettingsChange(Guid Id, string? VolumeUnit, string? TorqueUnit, string? Currency);

/// <summary>What was understood of a typed quantity, for the line under its field.</summary>
public sealed record QuantityRead(Shown? Understood, Shown? InOwnUnit, string? Refusal);

/// <summary>How the owner wants things shown, and what was understood of a typed quantity.</summary>
public sealed class SettingsHandlers(IShedReader reader, Writing writing)
{
    public async Task<Outcome<SettingsAnswer>> GetAsync(Caller caller) => AnswerOf(await reader.SettingsAsync(caller.Cancel));

    public async Task<Outcome<SettingsAnswer>> ChangeAsync(SettingsChange body, Caller caller)
    {
        var check = caller.Check(body.Id);
        var currency = body.Currency?.Trim() ?? "";
        check.Refuse(OwnerSettings.Refuse(body.VolumeUnit, body.TorqueUnit, currency));
        if (check.Failed)
            return check.Problem();
        if (caller.Version is not { } version)
            return Problem.NoVersion();
        async Task<SettingsAnswer> Answer() => AnswerOf(await reader.SettingsAsync(caller.Cancel));
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            async (writer, _) =>
            {
                if ((await reader.SettingsAsync(caller.Cancel)).Version != version)
                    return Problem.Stale(await Answer());
                writer.ChangeSettings(body.VolumeUnit!, body.TorqueUnit!, currency, version);
                return null;
            },
            Answer
        );
    }

    public static Outcome<QuantityRead> Read(string text, string unit, Caller caller)
    {
        if (Unit.Find(unit) is not { } bare)
            return Problem.Refused("unit", "is not known here");
        var read = QuantityText.Read(text, bare, decimal.MaxValue / 1e6m, caller.Marks);
        return read.IsRefused
            ? new QuantityRead(null, null, read.Refusal)
            : new QuantityRead(Shown.Of(read.Value), Shown.Of(read.Value.In(bare)), null);
    }

    private static SettingsAnswer AnswerOf(OwnerSettings settings) =>
        new(
            settings.Volume.Symbol,
            settings.Torque.Symbol,
            settings.Currency,
            [.. OwnerSettings.VolumeUnits.Select(unit => unit.Symbol)],
            [.. OwnerSettings.TorqueUnits.Select(unit => unit.Symbol)],
            settings.Version
        );
}
