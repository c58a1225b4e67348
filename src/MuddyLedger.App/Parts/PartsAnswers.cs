using MuddyLedger.Core.Parts;
using NodaTime;

namespace MuddyLedger.App.Parts;

/// <summary>How something was taken apart, kept for the next time.</summary>
/// <param name="Entry">Its line.</param>
/// <param name="Date">When it was kept.</param>
/// <param name="Title">What it is called.</param>
/// <param name="Parts">In the order in which they came off.</param>
/// <param name="Photos">Snapshots in the bike's book, by id.</param>
/// <param name="Quirks">What to mind the next time; null where nothing was said.</param>
public sealed record SheetAnswer(
    Guid Entry,
    LocalDate Date,
    string Title,
    IReadOnlyList<TeardownPart> Parts,
    IReadOnlyList<Guid> Photos,
    string? Quirks
);

/// <summary>A part that is not the maker's.</summary>
/// <param name="Entry">Its line.</param>
/// <param name="Date">When it was fitted.</param>
/// <param name="Part">What it is.</param>
/// <param name="InPlaceOf">What it stands in for; null where nothing was there.</param>
/// <param name="Consequences">What it changes.</param>
/// <param name="DonorName">The bike that it was taken from; null where it came from none.</param>
public sealed record ModificationAnswer(
    Guid Entry,
    LocalDate Date,
    string Part,
    string? InPlaceOf,
    IReadOnlyList<Consequence> Consequences,
    string? DonorName
);

/// <summary>A repair for now.</summary>
/// <param name="Entry">Its line.</param>
/// <param name="Date">When it was made.</param>
/// <param name="What">What was mended, and with what.</param>
/// <param name="State">Curing, holding, due for a look, proven, ended.</param>
/// <param name="CuredAt">When it may be loaded; null where it needs no time.</param>
/// <param name="ReviewOn">The day to look at it again.</param>
/// <param name="HowEnded">Null while it stands.</param>
/// <param name="Place">What must be opened to see it; null where nobody said.</param>
public sealed record RepairAnswer(
    Guid Entry,
    LocalDate Date,
    string What,
    RepairState State,
    Instant? CuredAt,
    LocalDate ReviewOn,
    string? HowEnded,
    string? Place
);

/// <summary>Parts that were fitted together and are still on.</summary>
/// <param name="Entry">Its line.</param>
/// <param name="Date">When it was fitted.</param>
/// <param name="Part">What it is.</param>
/// <param name="Count">How many of what was fitted are still on.</param>
/// <param name="Places">How many of its name the bike carries.</param>
/// <param name="State">New or second-hand.</param>
/// <param name="Again">How often they were taken off and put back since.</param>
/// <param name="Number">What it is ordered by; null where not known.</param>
/// <param name="Source">Where it came from; null where not known.</param>
/// <param name="Price">Of all that were fitted together.</param>
/// <param name="WarrantyUntil">The last day; null where it has none.</param>
/// <param name="InWarranty">Null where it has none.</param>
public sealed record FittedAnswer(
    Guid Entry,
    LocalDate Date,
    string Part,
    int Count,
    int Places,
    PartState State,
    int Again,
    string? Number,
    string? Source,
    string? Price,
    LocalDate? WarrantyUntil,
    bool? InWarranty
);

/// <summary>What is on a bike beside what the maker put there, and how it comes apart.</summary>
/// <param name="Nickname">Of the bike.</param>
/// <param name="Sheets">The latest first.</param>
/// <param name="Modifications">The latest first.</param>
/// <param name="Repairs">Those for now.</param>
/// <param name="Places">Where a repair for now may sit.</param>
/// <param name="Others">The other bikes of the shed, a part may come from one of them.</param>
/// <param name="Fitted">What is on it, the latest first.</param>
/// <param name="Currency">ISO 4217, of every amount of money here.</param>
/// <param name="Today">By the shed's clock, in the owner's calendar.</param>
public sealed record PartsAnswer(
    string Nickname,
    IReadOnlyList<SheetAnswer> Sheets,
    IReadOnlyList<ModificationAnswer> Modifications,
    IReadOnlyList<RepairAnswer> Repairs,
    IReadOnlyList<PlaceAnswer> Places,
    IReadOnlyList<OtherBike> Others,
    IReadOnlyList<FittedAnswer> Fitted,
    string Currency,
    LocalDate Today
);

/// <summary>Another bike of the shed.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Name">Its nickname.</param>
public sealed record OtherBike(Guid Id, string Name);
