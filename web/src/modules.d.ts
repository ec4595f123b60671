declare module "swagger-ui-dist/swagger-ui-es-bundle.js" {
  const viewer: (options: Record<string, unknown>) => void;
  export default viewer;
}
declare module "*/go.gen.js";
