/** The units of those who fish in feet and ounces. */
export const imperial = {
  mass: "oz",
  depth: "ft",
  size: "in",
  diameter: "in",
  speed: "kn",
  wind: "mph",
  temperature: "°F",
  force: "ozf",
  strength: "lb",
};
