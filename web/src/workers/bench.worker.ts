import { LiveBench } from '@civil-lantern/core'
import { expose } from 'comlink'

expose(new LiveBench())
