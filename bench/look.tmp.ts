import { chromium } from '@playwright/test';
import { CHROMIUM } from '../scripts/chromium.ts';
const BASE='http://localhost:4999';
const b=await chromium.launch({...CHROMIUM, args:[...(CHROMIUM as any).args??[], '--use-fake-device-for-media-stream','--use-fake-ui-for-media-stream']});
const fam=await b.newContext({viewport:{width:1280,height:800},baseURL:BASE});
await fam.request.post('/api/auth/sign-in/email',{data:{email:'family@lanternfish.example',password:'quillhaven-demo'}});
const p=await fam.newPage(); await p.goto('/family',{waitUntil:'networkidle'}); await p.screenshot({path:'/tmp/p-family.png'});
await p.getByRole('button',{name:'No clips'}).click(); await p.setViewportSize({width:390,height:844}); await p.evaluate(()=>scrollTo(0,0)); await p.screenshot({path:'/tmp/p-family-phone.png',fullPage:false});
await p.getByText('Take the clips back').or(p.getByRole('region',{name:'Take the clips back'})).first().scrollIntoViewIfNeeded(); await p.screenshot({path:'/tmp/p-noclips.png'});
const pl=await b.newContext({viewport:{width:390,height:844},baseURL:BASE,permissions:['camera','microphone']});
await pl.request.post('/api/auth/sign-in/squad',{data:{code:'LANTERN',nickname:'Comet',pin:'2468'}});
const g=await pl.newPage(); await g.clock.install(); await g.goto('/week',{waitUntil:'networkidle'});
await g.getByRole('link',{name:/^Go: /}).last().click(); await g.waitForLoadState('networkidle');
await g.getByRole('button',{name:'Film my goes'}).click(); await g.waitForTimeout(500);
await g.getByRole('button',{name:'Start'}).click();
const keep=g.getByRole('button',{name:'Keep these numbers'});
let shots=0;
for(let i=0;i<400&&shots<2;i++){
  const skip=g.getByRole('region',{name:/^New: /}).getByRole('button',{name:'Skip'});
  if(await keep.isVisible()){ for(const f of await g.locator('input[inputmode=decimal]').all()) if(await f.isVisible() && (await f.inputValue())==='') await f.fill('12'); await keep.click(); await g.waitForTimeout(600);
    const kk=g.getByRole('button',{name:/^Keep (it|them)/}); if(await kk.isVisible()) await kk.click();
    const look=g.getByRole('region',{name:'Look at your clip first'});
    if(await look.isVisible()&&shots===0){ await g.screenshot({path:'/tmp/p-look.png'}); await g.getByRole('button',{name:/^Send/}).click(); await g.waitForTimeout(300);}
    else if (await look.isVisible()) await g.getByRole('button',{name:/^Send/}).click();
  } else if(await skip.isVisible()) await skip.click();
  else if(await g.getByText('Back to your place').isVisible()){ await g.screenshot({path:'/tmp/p-wait.png'}); shots=2; }
  else if(await g.getByRole('button',{name:'Ready'}).isVisible()) await g.getByRole('button',{name:'Ready'}).click();
  else if(await g.getByRole('button',{name:'Done',exact:true}).isVisible()){ await g.clock.fastForward(8000); await g.getByRole('button',{name:'Done',exact:true}).click(); }
  else await g.clock.runFor(2000);
}
await b.close();
