# Yarvex as a container: the web process. PostgreSQL stands beside it (compose.yaml).
FROM docker.io/library/node:20-bookworm-slim AS build
WORKDIR /app
COPY . .
# Installs the packages, builds, and leaves what only building needs behind.
RUN ./yarvex build && npm prune --omit=dev --ignore-scripts --no-audit --no-fund \
  && rm -rf .next/cache .yarvex

FROM docker.io/library/node:20-bookworm-slim
WORKDIR /app
COPY --from=build --chown=node:node /app /app
RUN mkdir /data && chown node:node /data
USER node
ENV NODE_ENV=production YARVEX_STATE=/data HOST=0.0.0.0 PORT=3000 YARVEX_TRUST_PROXY=1
VOLUME /data
EXPOSE 3000
HEALTHCHECK --interval=10s --timeout=3s --start-period=60s \
  CMD node -e "fetch('http://127.0.0.1:3000/api/health').then((r)=>process.exit(r.ok?0:1),()=>process.exit(1))"
CMD ["./yarvex", "start"]
