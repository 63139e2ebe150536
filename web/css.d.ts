declare module "*.css";
declare module "*?url&no-inline" {
  const address: string;
  export default address;
}
