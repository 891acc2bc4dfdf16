import { Flex, Text } from "@chakra-ui/react";
import { api } from "../api/client";
import type { Drive } from "../api/types";
import { useAction } from "../api/useAction";
import { Choice } from "./Choice";
import { FigureField } from "./FigureField";
import { REFRESH, type Setting, valueOf } from "./setting";

/** A value of the drive: one of its choices, or a figure. What differs is in the draft. Wide: long choices below it. */
export function SettingRow({ drive, setting, wide = false }: { drive: Drive; setting: Setting; wide?: boolean }) {
  const change = useAction((value: string) => api.patch(`/drives/${drive.id}/values/${setting.key}`, { value }), {
    drive,
    refresh: REFRESH,
  });
  const live = setting.choices.find(({ code }) => code === setting.live)?.title ?? setting.live;
  return (
    <Flex
      justify="space-between"
      align={wide ? "stretch" : "center"}
      direction={wide ? "column" : "row"}
      gap={wide ? "0.5" : "2"}
      py="0.5"
      borderBottomWidth="1px"
      borderColor="line"
      fontSize="small"
      title={setting.help}
      data-setting={setting.key}
    >
      <Text lineHeight="short">
        {setting.name}
        {setting.draft !== null && (
          <Text as="span" color="muted" fontSize="tiny">
            {` live ${live}`}
          </Text>
        )}
      </Text>
      {setting.choices.length > 0 ? (
        <Choice
          label={setting.name}
          width={wide ? "full" : "56"}
          value={String(valueOf(setting))}
          options={setting.choices.map(({ code, title }) => ({ id: String(code), title }))}
          onChange={(code) => change.mutate(setting.choices.find((one) => String(one.code) === code)?.title ?? code)}
        />
      ) : (
        <FigureField
          label={setting.name}
          value={valueOf(setting)}
          unit={setting.unit}
          width="20"
          drafted={setting.draft !== null}
          onChange={(figure) => change.mutate(`${figure} ${setting.unit}`.trim())}
        />
      )}
    </Flex>
  );
}
