import { createApp } from 'vue'
import BallotPage from './BallotPage.vue'
import './ballot.scss'

const token = location.pathname.split('/').pop() ?? ''
createApp(BallotPage, { token }).mount('#ballot')
