import { Box, Flex, Text } from "@chakra-ui/react";
import { Link, useLocation } from "react-router";
import type { Need } from "../../api/types";

const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** What is in the way, in sentences with what helps; where nothing is, one line that unfolds. */
export function Needs({ needs, label, ready }: { needs: Need[]; label: string; ready: string }) {
  const { pathname } = useLocation();
  const unmet = needs.filter(({ met }) => !met);
  if (unmet.length === 0) return <Met needs={needs} label={label} ready={ready} />;
  return (
    <Box as="ul" listStyleType="none" aria-label={label}>
      {unmet.map((need) => (
        <Box as="li" key={need.id} borderLeftWidth="3px" borderColor="fault" pl="2.5" mb="1.5" data-need={need.id}>
          <Text fontWeight="medium">{sentence(need.state)}.</Text>
          {need.remedy && (
            <Text color="muted" fontSize="small">
              {need.remedy}
              {need.stage && !pathname.endsWith(`/${need.stage}`) && (
                <>
                  {" "}
                  <Text as="span" color="bay" textDecoration="underline" asChild>
                    <Link to={`../${need.stage}`} relative="path">
                      {`Open ${sentence(need.stage)}`}
                    </Link>
                  </Text>
                </>
              )}
            </Text>
          )}
        </Box>
      ))}
    </Box>
  );
}

function Met({ needs, label, ready }: { needs: Need[]; label: string; ready: string }) {
  return (
    <Box as="details" fontSize="small" data-needs-met>
      <Text as="summary" cursor="pointer" color="okText">
        {ready}
      </Text>
      <Box as="ul" listStyleType="none" aria-label={label} mt="1">
        {needs.map((need) => (
          <Flex as="li" key={need.id} justify="space-between" gap="3">
            <Text>{need.label}</Text>
            <Text color="muted" textAlign="right">
              {need.state}
            </Text>
          </Flex>
        ))}
      </Box>
    </Box>
  );
}
