// The layout engine is a worker of its own: loaded here, it answers the messages of its interface.
import 'elkjs/lib/elk-worker.min.js';
