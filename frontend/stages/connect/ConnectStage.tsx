import { Columns, Column, PageHead } from "../../parts/Columns";
import type { Drive } from "../../api/types";
import { AddressCard } from "./AddressCard";
import { Differences } from "./Differences";
import { FactoryReset } from "./FactoryReset";
import { FirmwareCard } from "./FirmwareCard";
import { Holdings } from "./Holdings";
import { IdentityList } from "./IdentityList";
import { PowerUpCard } from "./PowerUpCard";
import { ReplaceDrive } from "./ReplaceDrive";
import { TwinCard } from "./TwinCard";

export function ConnectStage({ drive }: { drive: Drive }) {
  return (
    <>
      <PageHead title="Connect" sentence="Where the drive is, who it is, and what it holds." />
      <Columns template="0.6fr 1fr 1.25fr">
        <Column title="Given" note="name and address">
          <AddressCard key={`${drive.name} ${drive.host}:${drive.port}:${drive.unit}`} drive={drive} />
          <ReplaceDrive key={`replace ${drive.host}:${drive.port}`} drive={drive} />
          <TwinCard drive={drive} />
        </Column>
        <Column title="Follows" note="what answered there">
          <IdentityList drive={drive} />
          <FirmwareCard drive={drive} />
          <PowerUpCard drive={drive} />
        </Column>
        <Column title="Proof" note="as read from the drive">
          <Differences drive={drive} />
          <Holdings drive={drive} />
          <FactoryReset drive={drive} />
        </Column>
      </Columns>
    </>
  );
}
