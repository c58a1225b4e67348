using MuddyLedger.App.Meters;
using MuddyLedger.App.Requests;
using MuddyLedger.Content;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Viewings;

namespace MuddyLedger.App.Viewings;

/// <summary>A viewing's details as the owner types them: what the advert says, and what they want of the bike.</summary>
/// <param name="Set">The shipped set whose profile stands in for the unknown one.</param>
/// <param name="Name">As the owner calls the bike.</param>
/// <param name="Make">As the advert says.</param>
/// <param name="Model">As the advert says.</param>
/// <param name="Year">Of the model.</param>
/// <param name="SoldAs">Runner, non-runner or project.</param>
/// <param name="Title">Whether there are papers.</param>
/// <param name="FrameNumber">Empty where it is not known.</param>
/// <param name="Meter">Any unit; empty where the advert does not say.</param>
/// <param name="Asking">Money as typed; empty where no price is asked.</param>
/// <param name="LastRunYear">Of one that does not run; null where nobody knows.</param>
/// <param name="Where">Where it stands.</param>
/// <param name="Note">In the owner's words.</param>
/// <param name="NeedsPapers">Without a title it is of no use.</param>
/// <param name="WillRebuild">A seized engine is a price, not an end.</param>
/// <param name="Budget">Money as typed; empty for none.</param>
/// <param name="HourlyRate">Money as typed: what the owner's own hour is worth to them.</param>
/// <param name="PapersDiscount">Money as typed: what a missing title takes off.</param>
/// <param name="StatedValue">Money as typed: worth when sound; empty where others on offer tell.</param>
/// <param name="Lift">Money as typed: added because bikes in adverts are average, not sound.</param>
/// <param name="WorkshopFee">Money as typed: what a workshop asks for a look.</param>
/// <param name="Kind">The answers that say what this bike has; left out for the set's own.</param>
public sealed record ViewingForm(
    string? Set,
    string? Name,
    string? Make,
    string? Model,
    int Year,
    SoldAs SoldAs,
    TitleStatus Title,
    string? FrameNumber,
    string? Meter,
    string? Asking,
    int? LastRunYear,
    string? Where,
    string? Note,
    bool NeedsPapers,
    bool WillRebuild,
    string? Budget,
    string? HourlyRate,
    string? PapersDiscount,
    string? StatedValue,
    string? Lift,
    string? WorkshopFee = null,
    BikeKind? Kind = null
)
{
    /// <summary>As it would have been typed.</summary>
    public static ViewingForm Of(ViewingDetails details) =>
        new(
            Set: details.Set,
            Name: details.Profile.Nickname,
            Make: details.Profile.Make,
            Model: details.Profile.Model,
            Year: details.Profile.Year,
            SoldAs: details.SoldAs,
            Title: details.Profile.Title,
            FrameNumber: details.Profile.FrameNumber,
            Meter: details.Meter is { } meter ? Shown.Of(meter, details.Profile).Editable() : null,
            Asking: details.Asking?.ToString(),
            LastRunYear: details.LastRunYear,
            Where: details.Where,
            Note: details.Note,
            NeedsPapers: details.NeedsPapers,
            WillRebuild: details.WillRebuild,
            Budget: details.Budget?.ToString(),
            HourlyRate: details.HourlyRate.ToString(),
            PapersDiscount: details.PapersDiscount.ToString(),
            StatedValue: details.StatedValue?.ToString(),
            Lift: details.Lift.ToString(),
            WorkshopFee: details.WorkshopFee?.ToString(),
            Kind: BikeKind.Of(details.Profile)
        );

    /// <summary>Null where something is wrong; the check then says what.</summary>
    public ViewingDetails? Read(FieldCheck check, ContentLibrary content, int thisYear)
    {
        var set = content.Sets.FirstOrDefault(one => one.Id == Set);
        if (set is null)
        {
            check.Refuse("set", string.IsNullOrWhiteSpace(Set) ? "is missing: choose one" : "is no kind of bike that is known here");
            return null;
        }

        var profile = (Kind?.On(set.Profile) ?? set.Profile) with
        {
            Nickname = Name?.Trim() ?? "",
            Make = Make?.Trim() ?? "",
            Model = Model?.Trim() ?? "",
            Year = Year,
            Title = Title,
            FrameNumber = check.OptionalText("frameNumber", FrameNumber, 40),
        };
        // The profile's own rules hold here as for a bike; its name is the viewing's.
        check.Refuse(
            ProfileCheck.Of(profile, thisYear).Select(refusal => refusal.Field == "nickname" ? refusal with { Field = "name" } : refusal)
        );
        if (LastRunYear is { } year && (year < 1900 || year > thisYear))
            check.Refuse("lastRunYear", $"must lie between 1900 and {thisYear}");
        var meter = ReadMeter(check, ref profile);
        return new()
        {
            Set = set.Id,
            Profile = profile,
            SoldAs = SoldAs,
            Meter = meter,
            Asking = check.OptionalMoney("asking", Asking),
            LastRunYear = LastRunYear,
            Where = check.OptionalText("where", Where, 120),
            Note = check.OptionalText("note", Note, 1000),
            NeedsPapers = NeedsPapers,
            WillRebuild = WillRebuild,
            Budget = check.OptionalMoney("budget", Budget),
            HourlyRate = check.OptionalMoney("hourlyRate", HourlyRate) ?? Money.Of(0),
            PapersDiscount = check.OptionalMoney("papersDiscount", PapersDiscount) ?? Money.Of(0),
            StatedValue = check.OptionalMoney("statedValue", StatedValue),
            WorkshopFee = check.OptionalMoney("workshopFee", WorkshopFee),
            Lift = check.OptionalMoney("lift", Lift) ?? Money.Of(0),
        };
    }

    /// <summary>The unit that is typed is the unit of its dash: miles, kilometres or hours, whatever its kind usually has.</summary>
    private MeterAmount? ReadMeter(FieldCheck check, ref Profile profile)
    {
        if (string.IsNullOrWhiteSpace(Meter))
            return null;
        var typed = Unit.Find(string.Concat(Meter.Trim().Reverse().TakeWhile(letter => !char.IsDigit(letter)).Reverse()));
        if (typed is { Dimension: Dimension.EngineHours })
            profile = profile with { HourMeter = true };
        if (typed is { Dimension: Dimension.Distance })
            profile = profile with
            {
                Odometer = new(typed == Unit.Mile ? OdometerUnit.Miles : OdometerUnit.Kilometres, profile.Odometer?.Digits ?? 6),
            };
        var kind = typed?.Dimension == Dimension.EngineHours || profile.Odometer is null ? MeterKind.HourMeter : MeterKind.Odometer;
        return MeterAmount.From(check.Quantity("meter", Meter, profile.UnitOf(kind), ReadingHandlers.MostOf(kind)));
    }
}
