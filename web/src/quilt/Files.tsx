import { Button, Flex } from "@chakra-ui/react";
import type { Project } from "../api/client";
import { Section } from "../frame/Section";

/** The quilt out of the application: open formats only. */
export function Files({ project, picture }: { project: Project; picture: () => SVGSVGElement | null }) {
  const at = `/api/quilts/${project.id}`;
  return (
    <Section title="Files and paper">
      <Flex gap="8px" wrap="wrap">
        <Button asChild size="sm">
          <a href={`${at}/file`}>Project file (JSON)</a>
        </Button>
        <Button asChild size="sm">
          <a href={`${at}/cut.csv`}>Cut list (CSV)</a>
        </Button>
        <Button
          size="sm"
          onClick={() => {
            const svg = picture();
            if (svg) save(standalone(svg), `${project.document.name}.svg`);
          }}
        >
          This picture (SVG)
        </Button>
        <Button asChild size="sm">
          <a href={`/q/${project.id}/print`}>Print sheets</a>
        </Button>
      </Flex>
    </Section>
  );
}

/** A drawing as a file of its own: the look's variables become plain colours. */
export function standalone(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  const look = getComputedStyle(document.documentElement);
  return copy.outerHTML.replace(
    /var\((--[\w-]+)\)/g,
    (_, name: string) => look.getPropertyValue(name).trim() || "#000",
  );
}

function save(text: string, name: string) {
  const url = URL.createObjectURL(new Blob([text], { type: "image/svg+xml" }));
  const a = document.createElement("a");
  a.href = url;
  a.download = name;
  a.click();
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}
