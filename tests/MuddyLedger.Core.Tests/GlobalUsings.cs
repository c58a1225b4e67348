global using Shouldly;
global using Xunit;
global using MuddyLedger.Core.Limits;
