# Dessin in a container.
#   docker build -t dessin .
#   docker run --rm -it -v dessin:/data dessin node scripts/owner.mjs
#   docker run -d --name dessin --init --restart unless-stopped -p 4600:4600 -v dessin:/data dessin
# Levels on the wires are of the house's network: for them run it with --network host.
FROM node:20-bookworm-slim
RUN mkdir /data /dessin && chown node:node /data /dessin
USER node
WORKDIR /dessin
COPY --chown=node:node package.json package-lock.json ./
COPY --chown=node:node scripts/lib.mjs scripts/licences.mjs scripts/chunks.mjs scripts/
RUN ["node", "-e", "import('/dessin/scripts/lib.mjs').then((lib) => lib.install())"]
COPY --chown=node:node . .
RUN ["node", "-e", "import('/dessin/scripts/lib.mjs').then((lib) => lib.build())"]
ENV HOST=0.0.0.0
ENV PORT=4600
ENV DESSIN_DATA=/data
ENV NODE_ENV=production
VOLUME ["/data"]
EXPOSE 4600
STOPSIGNAL SIGTERM
HEALTHCHECK --interval=30s --timeout=5s --start-period=20s CMD ["node", "-e", "fetch('http://127.0.0.1:4600/api/health').then((answer) => process.exit(answer.ok ? 0 : 1), () => process.exit(1))"]
CMD ["node", "dist/start/main.js"]
