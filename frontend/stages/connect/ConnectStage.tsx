import { Columns, Column, PageHead } from "../../parts/Columns";
import type { Drive } from "../../api/types";
import { AddressCard } from "./AddressCard";
import { Holdings } from "./Holdings";
import { IdentityList } from "./IdentityList";
import { LostValues } from "./LostValues";
import { ValueList } from "./ValueList";

export function ConnectStage({ drive }: { drive: Drive }) {
  return (
    <>
      <PageHead title="Connect" sentence="Where the drive is, who it is, and what it holds." />
      <Columns template="0.5fr 0.75fr 1.7fr">
        <Column title="Given" note="its address">
          <AddressCard key={`${drive.host}:${drive.port}:${drive.unit}`} drive={drive} />
        </Column>
        <Column title="Follows" note="what answered there">
          <LostValues drive={drive} />
          <IdentityList drive={drive} />
          <Holdings drive={drive} />
        </Column>
        <Column title="Proof" note="as read from the drive">
          <ValueList drive={drive} />
        </Column>
      </Columns>
    </>
  );
}
